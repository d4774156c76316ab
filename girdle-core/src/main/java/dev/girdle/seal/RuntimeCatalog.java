package dev.girdle.seal;

import dev.girdle.ecosystem.Ecosystems;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.RuntimeProvider;
import dev.girdle.shelf.Shelf;
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
      Shelf.of(environment).folders().forEach(f -> provider.at(f).ifPresent(all::add));
    }
    return all;
  }

  /**
   * Puts one on the user's shelf.
   *
   * @param source its folder, or an archive of it
   * @param environment the environment variables
   * @return its folder on the shelf
   */
  public static Path add(Path source, Map<String, String> environment) {
    return Shelf.of(environment).add(source, providers());
  }

  private static List<RuntimeProvider> providers() {
    return Ecosystems.installed().all().stream().flatMap(e -> e.runtimes().stream()).toList();
  }
}
