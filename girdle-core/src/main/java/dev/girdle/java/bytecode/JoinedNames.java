package dev.girdle.java.bytecode;

import dev.girdle.app.Component;
import dev.girdle.closure.Strength;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.JavaFacts;
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
  static boolean classes(DemandCollector collector, Value.Joined joined) {
    String prefix = joined.prefix().replace('/', '.');
    if (prefix.indexOf('.') <= 0) {
      return false;
    }
    String suffix = joined.suffix().replace('/', '.');
    ClassIndex index = collector.index();
    Collection<String> found = index.classesBetween(prefix, suffix, MOST);
    meant(found, collector)
        .forEach(n -> collector.type(JavaHow.JOINED, n.replace('.', '/'), Strength.SOFT));
    return found.size() < MOST;
  }

  /** Demands the files; false if too little is known of the name to say which. */
  static boolean files(DemandCollector collector, Value.Joined joined) {
    if (joined.prefix().indexOf('/') <= 0) {
      return false;
    }
    Collection<String> found =
        collector.index().filesBetween(joined.prefix(), joined.suffix(), MOST);
    found.stream()
        .filter(n -> isMeant(n, collector))
        .forEach(n -> collector.file(JavaHow.JOINED, n, Strength.SOFT, ""));
    return found.size() < MOST;
  }

  /** What every jar has is meant only where it lies beside the code that opens it. */
  static boolean isMeant(String file, DemandCollector collector) {
    boolean isHere = collector.item().component().item(file).isPresent();
    return JavaFacts.ofWholeJar(file).isEmpty() && (isHere || !TextDemands.isInEveryJar(file));
  }

  /** What fits in many components is meant for none of them in particular, but for its own. */
  private static Collection<String> meant(Collection<String> classes, DemandCollector collector) {
    Component own = collector.item().component();
    Function<String, Component> owner =
        name -> collector.index().classNamed(name).get(0).component();
    long others =
        classes.stream()
            .map(owner)
            .filter(c -> c != own)
            .distinct()
            .limit(MOST_COMPONENTS + 1L)
            .count();
    return others <= MOST_COMPONENTS
        ? classes
        : classes.stream().filter(n -> owner.apply(n) == own).toList();
  }
}
