package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.How;
import dev.girdle.closure.Strength;
import dev.girdle.java.value.Value;
import java.util.Collection;
import java.util.function.Function;

/** All classes and files whose names start and end as a joined text does. */
final class JoinedNames {
  /** More would mean that next to nothing is known of the name. */
  private static final int MOST = 1500;

  private static final int MOST_COMPONENTS = 2;

  private JoinedNames() {}

  /** Demands the classes; false if too little is known of the name to say which. */
  static boolean classes(Gathering gathering, Value.Joined joined) {
    String prefix = joined.prefix().replace('/', '.');
    if (prefix.indexOf('.') <= 0) {
      return false;
    }
    String suffix = joined.suffix().replace('/', '.');
    ClassIndex index = gathering.index();
    Collection<String> found = index.classesBetween(prefix, suffix, MOST);
    meant(found, gathering, n -> index.classNamed(n).get(0))
        .forEach(n -> gathering.type(How.JOINED, n.replace('.', '/'), Strength.SOFT));
    return found.size() < MOST;
  }

  /** Demands the files; false if too little is known of the name to say which. */
  static boolean files(Gathering gathering, Value.Joined joined) {
    if (joined.prefix().indexOf('/') <= 0) {
      return false;
    }
    Collection<String> found =
        gathering.index().filesBetween(joined.prefix(), joined.suffix(), MOST);
    meant(found, gathering, n -> gathering.index().resource(n).get(0))
        .forEach(n -> gathering.file(How.JOINED, n, Strength.SOFT, ""));
    return found.size() < MOST;
  }

  /**
   * What fits in many components is meant for none of them in particular, but perhaps for its own.
   */
  private static Collection<String> meant(
      Collection<String> found, Gathering gathering, Function<String, Item> items) {
    Component own = gathering.item().component();
    long others =
        found.stream()
            .map(n -> items.apply(n).component())
            .filter(c -> c != own)
            .distinct()
            .limit(MOST_COMPONENTS + 1L)
            .count();
    return others <= MOST_COMPONENTS
        ? found
        : found.stream().filter(n -> items.apply(n).component() == own).toList();
  }
}
