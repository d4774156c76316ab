package dev.girdle.java;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.RuntimeProvider;
import dev.girdle.java.bundle.HostJava;
import dev.girdle.java.bundle.RuntimeBundler;
import dev.girdle.java.runtime.JavaHome;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.RuntimeRequest;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The Javas of this machine and of the user's store. */
final class JavaRuntimes implements RuntimeProvider {
  @Override
  public List<FoundRuntime> here(String variablePrefix, Map<String, String> environment) {
    return new HostJava(variablePrefix, environment).all();
  }

  @Override
  public Optional<FoundRuntime> at(Path folder) {
    return JavaHome.at(folder).map(h -> HostJava.found(folder, h.feature(), "on the shelf"));
  }

  @Override
  public String knownBy() {
    return "A Java has the files release and lib/modules, as Java 9 and newer have them.";
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
