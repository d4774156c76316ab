package dev.girdle.python.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.python.tree.Found;
import dev.girdle.python.tree.ModuleTree;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Packages that a distribution carries of others, deeper in its own ({@code x/_vendor/six.py}), and
 * that its code imports by their plain names all the same: it makes them known while it runs.
 */
final class Vendored {
  private final ModuleTree tree;
  private final Map<String, List<String>> folders = new ConcurrentHashMap<>();

  Vendored(ModuleTree tree) {
    this.tree = tree;
  }

  /**
   * Looks for a module in what the asker's distribution carries.
   *
   * @param asker who asks by a plain name that nothing at the top has
   * @param name the module's dotted name
   * @return what is loaded for it; empty if there is none
   */
  Optional<List<Item>> find(Item asker, String name) {
    String top = name.replaceFirst("\\..*", "");
    Component component = asker.component();
    List<String> all =
        folders.computeIfAbsent(component.name() + ":" + top, k -> folders(component, top));
    for (String folder : all) {
      Found found = tree.find(folder + "." + name);
      if (!found.items().isEmpty() && found.depth() > folder.split("\\.").length) {
        return Optional.of(found.items());
      }
    }
    return Optional.empty();
  }

  /**
   * Dotted names of the packages in which a distribution has a module of a name, the highest first.
   */
  private static List<String> folders(Component component, String top) {
    Set<String> found = new TreeSet<>();
    for (Item item : component.items()) {
      for (String end : List.of("/" + top + ".py", "/" + top + "/__init__.py")) {
        if (item.path().endsWith(end)) {
          String folder = item.path().substring(0, item.path().length() - end.length());
          found.add(folder.replace('/', '.'));
        }
      }
    }
    return found.stream()
        .sorted(java.util.Comparator.comparing(String::length).thenComparing(f -> f))
        .toList();
  }
}
