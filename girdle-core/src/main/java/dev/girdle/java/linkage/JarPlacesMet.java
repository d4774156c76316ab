package dev.girdle.java.linkage;

import dev.girdle.app.Item;
import dev.girdle.java.memory.RawClass;
import java.util.Comparator;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * The classes that were read and for which it matters in what files jars lie. Several threads may
 * note and ask.
 */
public final class JarPlacesMet {
  private final Set<Item> readers = ConcurrentHashMap.newKeySet();
  private final Set<Item> grantors = ConcurrentHashMap.newKeySet();
  private final Set<Item> comparers = ConcurrentHashMap.newKeySet();

  JarPlacesMet() {}

  void note(Item item, RawClass raw) {
    JarPlaces places = new JarPlaces(raw);
    if (places.areRead()) {
      readers.add(item);
    }
    if (places.areGrantedRights()) {
      grantors.add(item);
    }
    if (places.areCompared()) {
      comparers.add(item);
    }
  }

  /**
   * Who reads jars, or has them read, by itself.
   *
   * @return the name of the first, by name; empty if nobody does
   */
  public Optional<String> reader() {
    return first(readers);
  }

  /**
   * Who brings a policy into force by itself, which grants rights to code by the place that it lies
   * in.
   *
   * @return the name of the first, by name; empty if nobody does
   */
  public Optional<String> grantor() {
    return first(grantors);
  }

  /**
   * Who tells code apart by the jar that it lies in.
   *
   * @return the name of the first, by name; empty if nobody does
   */
  public Optional<String> comparer() {
    return first(comparers);
  }

  private static Optional<String> first(Set<Item> items) {
    return items.stream().map(Item::name).min(Comparator.naturalOrder());
  }
}
