package dev.girdle.java.reach;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Thing;
import dev.girdle.io.Paths;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.format.NativeNames;
import dev.girdle.java.index.ClassIndex;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;

/** What names give in a runtime: classes and files of its modules, and its native code. */
final class RuntimeNames {
  private final ClassIndex index;
  private final Map<String, Item> natives = new HashMap<>();
  private final Map<Thing, Function<String, List<Item>>> answers = answers();

  RuntimeNames(ClassIndex index, Component natives) {
    this.index = index;
    for (Item item : natives.items()) {
      this.natives.put(NativeNames.libraryOf(Paths.fileName(item.path())), item);
    }
  }

  /** The names of all native libraries, as code loads them. */
  Set<String> libraries() {
    return natives.keySet();
  }

  /** All that a demand is satisfied by; empty if nothing is. */
  List<Item> satisfying(Demand demand) {
    String name = demand.name();
    return answers.getOrDefault(demand.thing(), n -> List.of()).apply(name);
  }

  private Map<Thing, Function<String, List<Item>>> answers() {
    return Map.of(
        JavaThing.CODE, n -> index.classNamed(n),
        Thing.FILE, this::resource,
        JavaThing.BUNDLE, n -> index.bundle(n),
        JavaThing.SERVICE, n -> index.service(n),
        Thing.NATIVE, n -> natives.containsKey(n) ? List.of(natives.get(n)) : List.of());
  }

  private List<Item> resource(String name) {
    int cut = name.indexOf(ClassIndex.IN_COMPONENT);
    String path = cut < 0 ? name : name.substring(cut + ClassIndex.IN_COMPONENT.length());
    return index.resource(path).stream()
        .filter(i -> cut < 0 || i.component().name().equals(name.substring(0, cut)))
        .toList();
  }
}
