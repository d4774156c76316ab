package dev.girdle.java.index;

import dev.girdle.app.Item;
import dev.girdle.io.Paths;
import java.util.List;
import java.util.stream.Stream;

/** Finds items by what users call them. */
public final class ItemNames {
  private final JavaFacts facts;
  private final ClassIndex index;

  /**
   * Knows the items of an application and the modules of its runtime.
   *
   * @param facts what is known of the application
   */
  public ItemNames(JavaFacts facts) {
    this.facts = facts;
    this.index = facts.index();
  }

  /**
   * What a user means by a name.
   *
   * @param text the full or simple name of a class, a path, a file name, a module of the runtime
   * @return the likeliest first; empty if nothing is called so
   */
  public List<Item> find(String text) {
    String name = text.endsWith(".class") ? text.substring(0, text.length() - 6) : text;
    List<Item> classes = index.classNamed(name.replace('/', '.'));
    if (!classes.isEmpty()) {
      return classes;
    }
    String path = text.startsWith("/") ? text.substring(1) : text;
    if (index.hasResource(path)) {
      return index.resource(path);
    }
    List<Item> modules = facts.jdk().component().item(text).stream().toList();
    List<Item> found = modules.isEmpty() ? bySimpleName(name) : modules;
    return found.isEmpty() ? amongExcluded(text) : found;
  }

  /** What the plan keeps out is in no index, and can be asked for all the same. */
  private List<Item> amongExcluded(String text) {
    return facts.components().stream()
        .flatMap(c -> c.items().stream())
        .filter(index::isExcluded)
        .filter(
            i ->
                i.path().equals(text)
                    || i.name().equals(text)
                    || Paths.fileName(i.path()).equals(text))
        .toList();
  }

  private List<Item> bySimpleName(String name) {
    if (name.indexOf('.') >= 0 || name.indexOf('/') >= 0) {
      return List.of();
    }
    Stream<Item> classes =
        index.classNames().stream()
            .filter(n -> n.endsWith("." + name) || n.endsWith("$" + name))
            .sorted()
            .map(n -> index.classNamed(n).get(0));
    Stream<Item> files =
        index.resourcePaths().stream()
            .filter(p -> p.endsWith("/" + name))
            .sorted()
            .map(p -> index.resource(p).get(0));
    return Stream.concat(classes, files).toList();
  }
}
