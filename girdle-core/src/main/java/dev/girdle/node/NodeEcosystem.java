package dev.girdle.node;

import dev.girdle.app.Application;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.LanguageWords;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.Recognition;
import dev.girdle.ecosystem.RunObservation;
import dev.girdle.ecosystem.RuntimeProvider;
import dev.girdle.ecosystem.Shape;
import dev.girdle.ecosystem.Support;
import dev.girdle.fault.GirdleException;
import dev.girdle.node.observe.NodeObservation;
import dev.girdle.node.pack.NodeLanguage;
import dev.girdle.node.survey.NodeSurvey;
import dev.girdle.node.survey.Recogniser;
import dev.girdle.plan.Choice;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.Prune;
import dev.girdle.plan.RuntimeKind;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Node.js applications: a {@code package.json} and {@code node_modules}, or a script. */
public final class NodeEcosystem implements Ecosystem {
  private static final String ONE_PROGRAM = "a Node.js is one program and goes along whole";

  /** Called by {@link java.util.ServiceLoader}. */
  public NodeEcosystem() {}

  @Override
  public String id() {
    return NodeLanguage.ID;
  }

  @Override
  public String name() {
    return NodeLanguage.NAME;
  }

  @Override
  public Support support() {
    return new Support(
        Set.of(Shape.FOLDER, Shape.BARE, Shape.MERGED, Shape.HOSTED),
        Set.of(Prune.values()),
        Map.of(RuntimeKind.TRIMMED, ONE_PROGRAM, RuntimeKind.TIGHT, ONE_PROGRAM),
        "cjs",
        "",
        FormKind.FOLDER);
  }

  @Override
  public LanguageWords words() {
    return new LanguageWords(
        "module",
        "modules",
        "it has no start script, command or main file, and no script at its top",
        "Name the file that is started, by its path in the folder: --entry FILE.",
        "Install what holds them",
        "--max-old-space-size=512",
        "node_modules/pier-plugins/**");
  }

  @Override
  public Optional<Recognition> recognise(Source source) {
    return Recogniser.recognise(source);
  }

  @Override
  public Application survey(Source source, Progress progress) {
    try {
      return NodeSurvey.survey(source, progress);
    } catch (IOException e) {
      throw GirdleException.because(e, "cannot read " + source.app());
    }
  }

  @Override
  public LanguageModel model(
      Application application,
      Choice choice,
      Map<Item, String> excluded,
      boolean exact,
      Progress progress) {
    return new NodeModel(application, excluded.keySet(), exact);
  }

  @Override
  public List<String> startUnsealed(Application application, Path folder) throws IOException {
    Path app = Path.of(application.source()).toAbsolutePath();
    LaunchSpec start = application.starts().get(0);
    List<String> words = new ArrayList<>();
    words.add("node");
    words.addAll(start.options());
    words.add((Files.isDirectory(app) ? app.resolve(start.entry().name()) : app).toString());
    words.addAll(start.arguments());
    return words;
  }

  @Override
  public Optional<RunObservation> observation() {
    return Optional.of(new NodeObservation());
  }

  @Override
  public Optional<RuntimeProvider> runtimes() {
    return Optional.of(new NodeRuntimes());
  }
}
