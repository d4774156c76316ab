package dev.girdle.java;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.RuntimeProvider;
import dev.girdle.java.bundle.HostJava;
import dev.girdle.java.bundle.RuntimeBundler;
import dev.girdle.java.runtime.JavaHome;
import dev.girdle.java.runtime.RuntimeStore;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.RuntimeRequest;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** The Javas of this machine and of the user's store. */
final class JavaRuntimes implements RuntimeProvider {
  @Override
  public List<FoundRuntime> here(String variablePrefix, Map<String, String> environment) {
    return new HostJava(variablePrefix, environment).all();
  }

  @Override
  public List<FoundRuntime> stored(Map<String, String> environment) {
    return RuntimeStore.of(environment).all().stream().map(JavaRuntimes::onShelf).toList();
  }

  @Override
  public FoundRuntime store(Path source, Map<String, String> environment) {
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
  public boolean has(NamePattern pattern, RuntimeRequest runtime) {
    return RuntimeBundler.has(pattern, runtime);
  }
}
