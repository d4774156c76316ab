package dev.girdle.python;

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
import dev.girdle.plan.Choice;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.Prune;
import dev.girdle.plan.RuntimeKind;
import dev.girdle.plan.Source;
import dev.girdle.python.observe.PythonObservation;
import dev.girdle.python.pack.PythonLanguage;
import dev.girdle.python.survey.PythonSurvey;
import dev.girdle.python.survey.Recogniser;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Python applications: scripts, packages, projects and environments. */
public final class PythonEcosystem implements Ecosystem {
  /** Called by {@link java.util.ServiceLoader}. */
  public PythonEcosystem() {}

  @Override
  public String id() {
    return PythonLanguage.ID;
  }

  @Override
  public String name() {
    return PythonLanguage.NAME;
  }

  @Override
  public Support support() {
    return new Support(
        Set.of(Shape.FOLDER, Shape.BARE, Shape.MERGED),
        Set.of(Prune.values()),
        Map.of(RuntimeKind.TIGHT, "a Python is cut down by modules, which trimmed does"),
        "pyz",
        "",
        FormKind.FOLDER,
        Prune.FILES,
        true);
  }

  @Override
  public LanguageWords words() {
    return new LanguageWords(
        "module",
        "modules",
        "it declares no command, and no script or package in it starts itself",
        "Name a script by its path, or a module: --entry FILE, MODULE or MODULE:FUNCTION.",
        "Install what holds them",
        "-X, dev",
        "berthplan.plugins.**");
  }

  @Override
  public Optional<Recognition> recognise(Source source) {
    return Recogniser.recognise(source);
  }

  @Override
  public Application survey(Source source, Progress progress) {
    try {
      return PythonSurvey.survey(source, progress);
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
    return new PythonModel(application, choice, excluded.keySet(), exact);
  }

  @Override
  public List<String> startUnsealed(Application application, Path folder) throws IOException {
    LaunchSpec start = application.starts().get(0);
    return UnsealedStart.words(application, start);
  }

  @Override
  public Optional<RuntimeProvider> runtimes() {
    return Optional.of(new PythonRuntimes());
  }

  @Override
  public Optional<RunObservation> observation() {
    return Optional.of(new PythonObservation());
  }
}
