package dev.girdle.java.reach;

import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.io.Paths;
import dev.girdle.java.format.NativeNames;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * What a program reaches of its runtime's own classes, files and native code.
 *
 * @param first each of them with the demand that first reached it
 * @param closure what the program reaches of itself
 */
public record ReachedRuntime(Map<Item, Demand> first, Closure closure) {
  /** The paths of what goes along, by module. */
  public Map<String, Set<String>> contents() {
    Map<String, Set<String>> contents = new TreeMap<>();
    for (Item item : first.keySet()) {
      contents.computeIfAbsent(item.component().name(), m -> new TreeSet<>()).add(item.path());
    }
    return contents;
  }

  /** The file names of the native code that goes along. */
  public Set<String> natives() {
    Set<String> names = new TreeSet<>();
    first.keySet().stream()
        .filter(i -> NativeNames.libraryOf(Paths.fileName(i.path())) != null)
        .forEach(i -> names.add(Paths.fileName(i.path())));
    return names;
  }

  /** The class of a name. */
  public Optional<Item> classNamed(String name) {
    return first.keySet().stream()
        .filter(i -> i.path().endsWith(".class") && i.name().equals(name))
        .findFirst();
  }

  /** From the plan's demand to the one that reached this. */
  public List<Demand> chain(Item item) {
    List<Demand> chain = new ArrayList<>();
    Set<Item> seen = new HashSet<>();
    Demand demand = first.get(item);
    while (demand != null && demand.from() != null && isOfRuntime(demand) && seen.add(item)) {
      chain.add(demand);
      item = demand.from();
      demand = first.get(item);
    }
    Collections.reverse(chain);
    List<Demand> whole = new ArrayList<>(demand == null ? List.of() : closure.chain(demand));
    whole.addAll(chain);
    return whole;
  }

  private static boolean isOfRuntime(Demand demand) {
    return demand.from().component().role() == Role.RUNTIME;
  }
}
