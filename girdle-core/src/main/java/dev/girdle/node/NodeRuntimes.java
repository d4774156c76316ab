package dev.girdle.node;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.RuntimeProvider;
import dev.girdle.fault.GirdleException;
import dev.girdle.host.HostProgram;
import dev.girdle.node.bundle.HostNode;
import dev.girdle.node.bundle.NodeHome;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.RuntimeRequest;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The Nodes of this machine. */
final class NodeRuntimes implements RuntimeProvider {
  @Override
  public List<FoundRuntime> here(String variablePrefix, Map<String, String> environment) {
    return HostNode.all(variablePrefix, environment);
  }

  @Override
  public Optional<FoundRuntime> at(Path folder) {
    return NodeHome.at(folder).map(h -> HostNode.found(h, "on the shelf"));
  }

  @Override
  public String knownBy() {
    return NodeHome.KNOWN_BY;
  }

  @Override
  public Target targetOf(RuntimeRequest runtime) {
    if (runtime.placement().isPresent()) {
      HostProgram host =
          HostProgram.forTarget(
              runtime.from(), runtime.placement().get().program(), Optional.empty());
      return host.target().orElseThrow(() -> notSealedFor(host.executable()));
    }
    if (runtime.from().isEmpty()) {
      return Target.ofThisMachine()
          .orElseThrow(() -> GirdleException.request("name where it has to run: --target"));
    }
    NodeHome first = NodeHome.of(runtime.from().get(0));
    return first.target().orElseThrow(() -> notSealedFor(first.program()));
  }

  private static GirdleException notSealedFor(Path program) {
    return GirdleException.request(
        program + " is for a system or processor that cannot be sealed for");
  }

  @Override
  public boolean has(NamePattern pattern, RuntimeRequest runtime) {
    return false;
  }
}
