package dev.girdle.java;

import dev.girdle.app.Application;
import dev.girdle.app.Item;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.LanguageWords;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.Recognition;
import dev.girdle.ecosystem.RunObservation;
import dev.girdle.ecosystem.RuntimeProvider;
import dev.girdle.ecosystem.Support;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.Why;
import dev.girdle.java.format.JavaLanguage;
import dev.girdle.java.layout.Unsealed;
import dev.girdle.java.observe.JavaObservation;
import dev.girdle.java.survey.JavaSurvey;
import dev.girdle.java.survey.Recogniser;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Java applications: class files and jars. */
public final class JavaEcosystem implements Ecosystem {
  /** Called by {@link java.util.ServiceLoader}. */
  public JavaEcosystem() {}

  @Override
  public String id() {
    return JavaLanguage.ID;
  }

  @Override
  public Support support() {
    return Support.all("jar", "META-INF/girdle/");
  }

  @Override
  public LanguageWords words() {
    return new LanguageWords(
        "class",
        "classes",
        "no class has a main method",
        "If the main class is in another folder or jar, add it with --with PATH.",
        "Add what holds them with --with PATH",
        "-Xmx512m, -Dharbour=north",
        "org.ternhaven.plugins.**");
  }

  @Override
  public Optional<Recognition> recognise(Source source) {
    return Recogniser.recognise(source);
  }

  @Override
  public String name() {
    return JavaLanguage.NAME;
  }

  @Override
  public Application survey(Source source, Progress progress) {
    try {
      return JavaSurvey.survey(source, progress);
    } catch (IOException e) {
      throw GirdleException.because(e, () -> unreadable(Fault.MACHINE, source.app().toString(), e));
    }
  }

  @Override
  public LanguageModel model(
      Application application,
      Choice choice,
      Map<Item, String> excluded,
      boolean exact,
      Progress progress) {
    try {
      return new JavaModel(application, excluded, exact, progress);
    } catch (IOException e) {
      throw GirdleException.because(
          e, () -> unreadable(Fault.APPLICATION, application.source(), e));
    }
  }

  @Override
  public Optional<RunObservation> observation() {
    return Optional.of(new JavaObservation());
  }

  @Override
  public Optional<RuntimeProvider> runtimes() {
    return Optional.of(new JavaRuntimes());
  }

  @Override
  public List<String> startUnsealed(Application application, Path folder) throws IOException {
    return Unsealed.words(application, folder);
  }

  private static GirdleException unreadable(Fault fault, String what, IOException e) {
    return new GirdleException(fault, e, "cannot read " + what + ": " + Why.of(e));
  }
}
