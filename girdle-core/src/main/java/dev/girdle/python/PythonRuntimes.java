package dev.girdle.python;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.RuntimeProvider;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.RuntimeRequest;
import dev.girdle.python.bundle.HostPython;
import dev.girdle.python.bundle.PythonHome;
import dev.girdle.python.tree.RuntimeNames;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The Pythons of this machine. */
final class PythonRuntimes implements RuntimeProvider {
  @Override
  public List<FoundRuntime> here(String variablePrefix, Map<String, String> environment) {
    return HostPython.all(variablePrefix, environment);
  }

  @Override
  public Optional<FoundRuntime> at(Path folder) {
    return PythonHome.at(folder).map(h -> HostPython.found(h, "on the shelf"));
  }

  @Override
  public String knownBy() {
    return PythonHome.KNOWN_BY;
  }

  @Override
  public Target targetOf(RuntimeRequest runtime) {
    if (runtime.from().isEmpty()) {
      return Target.ofThisMachine()
          .orElseThrow(() -> GirdleException.request("name where it has to run: --target"));
    }
    PythonHome first = PythonHome.of(runtime.from().get(0));
    return first
        .target()
        .orElseThrow(
            () ->
                GirdleException.request(
                    first.program() + " is for a system or processor that cannot be sealed for"));
  }

  /** Modules of Python's own can be named, with or without what stands below them. */
  @Override
  public boolean has(NamePattern pattern, RuntimeRequest runtime) {
    return RuntimeNames.has(pattern.text().replaceFirst("[.*].*", ""));
  }
}
