package dev.girdle.node;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.RuntimeProvider;
import dev.girdle.fault.GirdleException;
import dev.girdle.node.launch.HostNode;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.RuntimeRequest;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** The Nodes of this machine. */
final class NodeRuntimes implements RuntimeProvider {
  @Override
  public List<FoundRuntime> here(String variablePrefix, Map<String, String> environment) {
    return HostNode.all(variablePrefix, environment);
  }

  @Override
  public List<FoundRuntime> stored(Map<String, String> environment) {
    return List.of();
  }

  @Override
  public FoundRuntime store(Path source, Map<String, String> environment) {
    throw none();
  }

  private static GirdleException none() {
    return GirdleException.request(
        "no Node.js goes along with programs yet", "  The receiver's own is used: --runtime host");
  }

  @Override
  public Target targetOf(RuntimeRequest runtime) {
    throw none();
  }

  @Override
  public boolean has(NamePattern pattern, RuntimeRequest runtime) {
    return false;
  }
}
