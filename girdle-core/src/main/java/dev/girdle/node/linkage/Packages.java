package dev.girdle.node.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.node.tree.ModuleTree;
import dev.girdle.node.tree.Resolution;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What packages say of themselves, and which of those that they name are there. */
final class Packages {
  private static final int SHORTEST = 3;

  private final ModuleTree tree;
  private Map<String, List<String>> byEnding;

  Packages(ModuleTree tree) {
    this.tree = tree;
  }

  /** The description of the package that a component is. */
  Optional<PackageJson> of(Component component) {
    return tree.description(ModuleTree.place(component));
  }

  /** The description file of a package that is found from a folder by its name. */
  Optional<Item> found(String name, String from) {
    return ModuleTree.modulesFrom(from).stream()
        .flatMap(modules -> tree.file(modules + name + "/" + PackageJson.NAME).stream())
        .findFirst();
  }

  /**
   * The packages that a word in settings may mean: of that name; or, in settings of a tool, of a
   * name that ends with it, as tools put a word of their own before those of their plug-ins.
   */
  List<String> meant(String word, Component from, boolean isOfTool) {
    List<String> all = new ArrayList<>();
    Resolution.packageOf(word).filter(n -> isFound(n, from)).ifPresent(n -> all.add(word));
    if (isOfTool && word.length() >= SHORTEST && word.indexOf('/') < 0 && word.indexOf('.') < 0) {
      all.addAll(byEnding().getOrDefault(word, List.of()));
    }
    return all;
  }

  /** Packages at the top whose names begin and end so; none if hardly anything is known. */
  List<String> between(String begin, String end) {
    return begin.length() < SHORTEST
        ? List.of()
        : tree.packagesAtTop().stream()
            .filter(n -> n.startsWith(begin) && n.endsWith(end))
            .toList();
  }

  /** Packages at the top by the ends of their names behind a hyphen. */
  private synchronized Map<String, List<String>> byEnding() {
    if (byEnding == null) {
      byEnding = new HashMap<>();
      for (String name : tree.packagesAtTop()) {
        for (int hyphen = name.indexOf('-'); hyphen > 0; hyphen = name.indexOf('-', hyphen + 1)) {
          byEnding.computeIfAbsent(name.substring(hyphen + 1), e -> new ArrayList<>(1)).add(name);
        }
      }
    }
    return byEnding;
  }

  /** Whether a package is found from where a component lies. */
  boolean isFound(String name, Component from) {
    return found(name, ModuleTree.place(from)).isPresent();
  }
}
