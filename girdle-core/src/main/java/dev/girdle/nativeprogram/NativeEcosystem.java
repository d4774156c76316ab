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
import dev.girdle.nativeprogram.linkage.NativeFiles;
import dev.girdle.nativeprogram.linkage.ProgramLinkage;
import dev.girdle.nativeprogram.linkage.ReceiversSystem;
import dev.girdle.nativeprogram.observe.NativeObservation;
import dev.girdle.nativeprogram.survey.Leftovers;
import dev.girdle.nativeprogram.survey.NativeSurvey;
import dev.girdle.nativeprogram.survey.Recogniser;
import dev.girdle.place.Folders;
import dev.girdle.place.Windows;
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

/** Native programs: a folder, one program, or one that is installed on a Linux system. */
public final class NativeEcosystem implements Ecosystem {
  private static final String WHOLE = "a C library and its loader go along whole";

  /** Called by {@link java.util.ServiceLoader}. */
  public NativeEcosystem() {}

  @Override
  public String id() {
    return NativeSurvey.ID;
  }

  @Override
  public String name() {
    return "native";
  }

  @Override
  public Support support() {
    return new Support(
        Set.of(Shape.FOLDER, Shape.BARE, Shape.SYMBOLS),
        Set.of(Prune.NONE, Prune.COMPONENTS, Prune.FILES),
        Map.of(RuntimeKind.TRIMMED, WHOLE, RuntimeKind.TIGHT, WHOLE),
        "",
        "",
        FormKind.FOLDER,
        Prune.COMPONENTS,
        false);
  }

  @Override
  public LanguageWords words() {
    return new LanguageWords(
        "file",
        "files",
        "no program lies in it",
        "Name what is started, by its path in the folder: --entry FILE.",
        "Put it beside the program",
        "",
        "levels/**");
  }

  @Override
  public Optional<Recognition> recognise(Source source) {
    return Recogniser.recognise(source);
  }

  @Override
  public Application survey(Source source, Progress progress) {
    try {
      return NativeSurvey.survey(source, progress);
    } catch (IOException e) {
      throw GirdleException.because(e, "cannot read " + source.app());
    }
  }

  @Override
  public Optional<Target> madeFor(Application application) {
    NativeFiles files = new NativeFiles(application, Set.of());
    return application
        .entryPoint()
        .flatMap(e -> files.file(e.name()))
        .flatMap(files::head)
        .flatMap(h -> ProgramLinkage.targetOf(h.code()))
        .or(Target::ofThisMachine);
  }

  @Override
  public Map<Item, String> leftToReceivers(Application application, Set<Item> wanted) {
    return new ReceiversSystem(new NativeFiles(application, Set.of())).all(wanted);
  }

  @Override
  public LanguageModel model(
      Application application,
      Choice choice,
      Map<Item, String> excluded,
      boolean exact,
      Progress progress) {
    return new NativeModel(application, choice, excluded);
  }

  @Override
  public List<String> startUnsealed(Application application, Path folder) throws IOException {
    Path app = Path.of(application.source()).toAbsolutePath();
    LaunchSpec start = application.starts().get(0);
    List<String> words = new ArrayList<>();
    if (Files.isDirectory(app)) {
      Path copy = folder.resolve("program");
      Folders.copy(app, copy);
      if (!Windows.isHere()) {
        // it finds its content where it is started, but where it is given a folder to work on
        words.addAll(List.of("sh", "-c", "[ -n \"$(ls -A)\" ] || cd \"$0\"; exec \"$@\""));
        words.add(copy.toString());
      }
      words.add(copy.resolve(start.entry().name()).toString());
    } else {
      words.add(app.toString());
    }
    words.addAll(start.arguments());
    return words;
  }

  @Override
  public List<String> advice(Application application, Prune prune, Progress progress) {
    progress.at("looking at content", 0, 0);
    try {
      return Leftovers.of(application, prune);
    } catch (IOException e) {
      throw GirdleException.because(e, "cannot read " + application.source());
    }
  }

  @Override
  public Optional<RunObservation> observation() {
    return Optional.of(new NativeObservation());
  }

  @Override
  public Optional<RuntimeProvider> runtimes() {
    return Optional.of(new CLibraries());
  }
}
