package dev.girdle.java.reach;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.java.bytecode.ClassDemands;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.Hierarchy;
import dev.girdle.java.index.Modules;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** The classes of a runtime, each read once, by its methods. Safe for use by several threads. */
final class ReadClasses {
  /**
   * Modules whose classes the boot loader defines, which verifies nothing (OpenJDK, {@code
   * make/conf/module-loader-map.conf}; the larger ones).
   */
  private static final Set<String> OF_THE_BOOT_LOADER =
      Set.of("java.base", "java.desktop", "java.logging", "java.naming", "java.xml");

  private final ClassIndex index;
  private final Hierarchy hierarchy;
  private final Map<Item, ClassDemands.Result> read = new ConcurrentHashMap<>();

  ReadClasses(ClassIndex index) {
    this.index = index;
    this.hierarchy = new Hierarchy(index);
  }

  /** Reads what demands lead to, in parallel. */
  void ahead(List<Demand> wave) {
    wave.parallelStream()
        .filter(d -> d.thing() == JavaThing.CODE)
        .flatMap(d -> index.classNamed(d.name()).stream())
        .filter(i -> !i.path().equals(Modules.DESCRIPTOR) && !read.containsKey(i))
        .distinct()
        .forEach(this::of);
  }

  /** What a class demands, all of it and by its methods. */
  ClassDemands.Result of(Item item) {
    ClassDemands.Result known = read.get(item);
    if (known == null) {
      try {
        known =
            ClassDemands.readMethods(
                ClassHeader.bytesOf(item.content()),
                item,
                index,
                hierarchy,
                !OF_THE_BOOT_LOADER.contains(item.component().name()));
      } catch (UnreadableItemException | IOException e) {
        throw new UncheckedIOException(
            new IOException(item.name() + " of the runtime: " + e.getMessage(), e));
      }
      read.put(item, known);
    }
    return known;
  }

  /** What a class extends and implements, as far as it is there. */
  List<Item> supertypes(Item item) {
    return of(item).supertypes().stream()
        .flatMap(t -> index.classNamed(t.replace('/', '.')).stream())
        .toList();
  }

  /** Whether a class has a method itself. */
  boolean declares(Item item, String method) {
    return of(item).declared().contains(method);
  }
}
