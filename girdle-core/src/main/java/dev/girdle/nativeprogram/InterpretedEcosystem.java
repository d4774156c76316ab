package dev.girdle.nativeprogram;

import dev.girdle.app.Application;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Target;
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
import dev.girdle.io.FolderTree;
import dev.girdle.nativeprogram.linkage.Command;
import dev.girdle.nativeprogram.linkage.Runner;
import dev.girdle.nativeprogram.linkage.Runners;
import dev.girdle.nativeprogram.survey.CommandRecogniser;
import dev.girdle.nativeprogram.survey.RunSurvey;
import dev.girdle.place.Folders;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Prune;
import dev.girdle.plan.Source;
import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Programs that something else runs, in a language that Girdle does not read: what they need is
 * what their runs were seen to use, and what that is linked with.
 */
public final class InterpretedEcosystem implements Ecosystem {
  /** Where the application's own files lie when it is run as it was handed over. */
  private static final String OWN = "app";

  private final NativeEcosystem code = new NativeEcosystem();

  /** Called by {@link java.util.ServiceLoader}. */
  public InterpretedEcosystem() {}

  @Override
  public String id() {
    return RunSurvey.ID;
  }

  @Override
  public String name() {
    return "interpreted";
  }

  @Override
  public Support support() {
    Support its = code.support();
    return new Support(
        Set.of(Shape.FOLDER, Shape.BARE),
        its.levels(),
        its.refused(),
        its.archive(),
        its.hidden(),
        its.usual(),
        Prune.COMPONENTS,
        false);
  }

  @Override
  public LanguageWords words() {
    return new LanguageWords(
        "file",
        "files",
        "no script in it says what runs it",
        "Name the command that starts it, as you type it in the folder: --entry 'perl tides.pl'.",
        "Install it on this machine, and let a run use it",
        "",
        "/usr/share/perl/**");
  }

  @Override
  public Optional<Recognition> recognise(Source source) {
    return CommandRecogniser.recognise(source);
  }

  @Override
  public boolean isKnownByRuns() {
    return true;
  }

  @Override
  public Application survey(Source source, Progress progress) {
    try {
      return RunSurvey.survey(source, progress);
    } catch (IOException e) {
      throw GirdleException.because(e, "cannot read " + source.app());
    }
  }

  @Override
  public Optional<Target> madeFor(Application application) {
    return Target.ofThisMachine();
  }

  @Override
  public Map<Item, String> leftToReceivers(Application application, Set<Item> wanted) {
    return code.leftToReceivers(application, wanted);
  }

  @Override
  public LanguageModel model(
      Application application,
      Choice choice,
      Map<Item, String> excluded,
      boolean exact,
      Progress progress) {
    return code.model(application, choice, excluded, exact, progress);
  }

  @Override
  public Optional<String> startedIn() {
    return Optional.of(OWN);
  }

  @Override
  public List<String> startUnsealed(Application application, Path folder) throws IOException {
    Path copy = folder.resolve(OWN);
    Folders.copy(Path.of(application.source()).toAbsolutePath(), copy);
    LaunchSpec start = application.starts().get(0);
    RootFolder root = new RootFolder(Path.of("/"));
    String entry = start.entry().name();
    Path script = copy.resolve(entry);
    List<String> words = new ArrayList<>();
    if (Files.isRegularFile(script)) {
      Optional<Runner> runner = Runners.of(FolderTree.content(script), false, root);
      runner.ifPresent(r -> words.add(r.program()));
      runner.ifPresent(r -> words.addAll(r.words()));
      words.add(script.toString());
    } else {
      Command command =
          Command.of(entry, p -> Files.isRegularFile(copy.resolve(p)), root).orElseThrow();
      words.add(command.program());
      words.addAll(command.before());
      command.file().map(copy::resolve).map(Path::toString).ifPresent(words::add);
      words.addAll(command.after());
    }
    words.addAll(start.arguments());
    return words;
  }

  @Override
  public Optional<RunObservation> observation() {
    return code.observation();
  }

  @Override
  public Optional<RuntimeProvider> runtimes() {
    return code.runtimes();
  }
}
