package dev.girdle.seal;

import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.FoundRuntime;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.ServiceLoader;

/** The runtimes that can be sealed with. */
public final class RuntimeCatalog {
  private RuntimeCatalog() {}

  static Ecosystem ecosystem() {
    return ServiceLoader.load(Ecosystem.class).findFirst().orElseThrow();
  }

  /**
   * All that are found.
   *
   * @param environment the environment variables
   * @return those of this machine in the order in which starters look at them, then the shelf
   */
  public static List<FoundRuntime> all(Map<String, String> environment) {
    List<FoundRuntime> all = new ArrayList<>(ecosystem().runtimesHere("", environment));
    all.addAll(ecosystem().runtimesOnShelf(environment));
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
    return ecosystem().addToShelf(source, environment);
  }
}
