package dev.girdle.java.reach;

import dev.girdle.app.Item;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;

/**
 * Which methods of classes that have instances can be called through what these classes extend
 * (rapid type analysis; Bacon and Sweeney, OOPSLA 1996).
 */
final class Dispatch {
  private final Function<Item, List<Item>> supertypes;
  private final Map<Item, Set<Item>> above = new HashMap<>();

  /** For each method, the classes that it is called on. */
  private final Map<String, Set<Item>> called = new HashMap<>();

  /** For each method, the classes with instances that declare it and where nobody calls it yet. */
  private final Map<String, List<Item>> waiting = new HashMap<>();

  Dispatch(Function<Item, List<Item>> supertypes) {
    this.supertypes = supertypes;
  }

  /** Takes note of a class with instances; gives those of its methods that are called already. */
  List<String> made(Item item, Iterable<String> declared) {
    List<String> live = new ArrayList<>();
    for (String method : declared) {
      Set<Item> on = called.getOrDefault(method, Set.of());
      if (!on.isEmpty() && !Collections.disjoint(on, above(item))) {
        live.add(method);
      } else {
        waiting.computeIfAbsent(method, m -> new ArrayList<>(2)).add(item);
      }
    }
    return live;
  }

  /** Takes note of a call; gives the classes whose method it can newly reach. */
  List<Item> called(Item on, String method) {
    if (method.startsWith("<") || !called.computeIfAbsent(method, m -> new HashSet<>()).add(on)) {
      return List.of();
    }
    List<Item> declaring = waiting.get(method);
    if (declaring == null) {
      return List.of();
    }
    List<Item> reached = declaring.stream().filter(i -> above(i).contains(on)).toList();
    declaring.removeAll(Set.copyOf(reached));
    return reached;
  }

  /** A class and all that stands above it. */
  private Set<Item> above(Item item) {
    Set<Item> known = above.get(item);
    if (known == null) {
      known = new HashSet<>();
      known.add(item);
      above.put(item, known); // before its supertypes, should they be damaged and form a circle
      for (Item parent : supertypes.apply(item)) {
        known.addAll(above(parent));
      }
    }
    return known;
  }
}
