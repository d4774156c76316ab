package dev.girdle.seal;

import dev.girdle.ecosystem.Ecosystems;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.RuntimeProvider;
import dev.girdle.fault.GirdleException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** The runtimes that can be sealed with. */
public final class RuntimeCatalog {
  private RuntimeCatalog() {}

  /**
   * All that are found.
   *
   * @param environment the environment variables
   * @return those of this machine in the order in which starters look at them, then the shelf
   */
  public static List<FoundRuntime> all(Map<String, String> environment) {
    List<FoundRuntime> all = new ArrayList<>();
    for (RuntimeProvider provider : providers()) {
      all.addAll(provider.here("", environment));
      all.addAll(provider.stored(environment));
    }
    return all;
  }

  /**
   * Puts one on the user's shelf.
   *
   * @param source its folder, or an archive of it
   * @param environment the environment variables
   * @return the runtime on the shelf
   */
  public static FoundRuntime add(Path source, Map<String, String> environment) {
    List<RuntimeProvider> providers = providers();
    GirdleException none = null;
    for (RuntimeProvider provider : providers) {
      try {
        return provider.store(source, environment);
      } catch (GirdleException e) {
        none = none == null ? e : none; // another language may know it
      }
    }
    throw none;
  }

  private static List<RuntimeProvider> providers() {
    return Ecosystems.installed().all().stream().flatMap(e -> e.runtimes().stream()).toList();
  }
}
