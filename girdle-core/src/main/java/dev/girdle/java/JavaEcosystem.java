package dev.girdle.java;

import dev.girdle.app.Application;
import dev.girdle.app.Item;
import dev.girdle.app.Target;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.Why;
import dev.girdle.java.bundle.HostJava;
import dev.girdle.java.bundle.RuntimeBundler;
import dev.girdle.java.layout.Unsealed;
import dev.girdle.java.runtime.JavaHome;
import dev.girdle.java.runtime.RuntimeStore;
import dev.girdle.java.survey.JavaSurvey;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.RuntimeRequest;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** Java applications: class files and jars. */
public final class JavaEcosystem implements Ecosystem {
  /** Called by {@link java.util.ServiceLoader}. */
  public JavaEcosystem() {}

  @Override
  public String name() {
    return "Java";
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
  public LanguageModel examine(
      Application application, Map<Item, String> excluded, boolean exact, Progress progress) {
    try {
      return new JavaExamination(application, excluded, exact, progress);
    } catch (IOException e) {
      throw GirdleException.because(
          e, () -> unreadable(Fault.APPLICATION, application.source(), e));
    }
  }

  @Override
  public List<FoundRuntime> runtimesHere(String variablePrefix, Map<String, String> environment) {
    return new HostJava(variablePrefix, environment).all();
  }

  @Override
  public List<FoundRuntime> runtimesOnShelf(Map<String, String> environment) {
    return RuntimeStore.of(environment).all().stream().map(JavaEcosystem::onShelf).toList();
  }

  @Override
  public FoundRuntime addToShelf(Path source, Map<String, String> environment) {
    return onShelf(RuntimeStore.of(environment).add(source));
  }

  private static FoundRuntime onShelf(JavaHome home) {
    return HostJava.found(home.folder(), home.feature(), "on the shelf");
  }

  @Override
  public Target targetOf(RuntimeRequest runtime) {
    return RuntimeBundler.first(runtime)
        .target()
        .orElseThrow(() -> RuntimeBundler.notSealedFor(runtime));
  }

  @Override
  public boolean isOfRuntime(NamePattern pattern, RuntimeRequest runtime) {
    return RuntimeBundler.has(pattern, runtime);
  }

  @Override
  public List<String> startUnsealed(Application application, Path folder) throws IOException {
    return Unsealed.words(application, folder);
  }

  private static GirdleException unreadable(Fault fault, String what, IOException e) {
    return new GirdleException(fault, e, "cannot read " + what + ": " + Why.of(e));
  }
}
