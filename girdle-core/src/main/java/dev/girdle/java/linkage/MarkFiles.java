package dev.girdle.java.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Strength;
import dev.girdle.java.index.JavaFacts;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Descriptors in XML that some jars have and others do not, and that code asks for by name: who
 * finds one may take it for a mark of the jar that it lies in, and look for more in there.
 */
public final class MarkFiles {
  private static final List<String> FOLDERS = List.of("META-INF/", "WEB-INF/");

  private MarkFiles() {}

  /**
   * Finds them.
   *
   * @param components all of the application
   * @param closure what is reached
   * @return their paths, in order
   */
  public static List<String> of(Collection<Component> components, Closure closure) {
    Set<Component> withCode =
        components.stream()
            .filter(c -> c.role() != Role.RUNTIME && JavaFacts.holdsCode(c))
            .collect(Collectors.toSet());
    Set<String> found = new TreeSet<>();
    for (Reached reached : closure.reached()) {
      Item item = reached.item();
      if (isDescriptor(item.path()) && isAskedForByCode(reached)) {
        boolean inAll = withCode.stream().allMatch(c -> c.item(item.path()).isPresent());
        if (!inAll) {
          found.add(item.path());
        }
      }
    }
    return List.copyOf(found);
  }

  private static boolean isDescriptor(String path) {
    return path.endsWith(".xml")
        && FOLDERS.stream().anyMatch(f -> path.startsWith(f) && path.indexOf('/', f.length()) < 0);
  }

  private static boolean isAskedForByCode(Reached reached) {
    Item asker = reached.first().from();
    return asker != null && reached.strength() != Strength.HINT && asker.path().endsWith(".class");
  }
}
