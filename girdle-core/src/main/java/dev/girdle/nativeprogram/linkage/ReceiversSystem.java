package dev.girdle.nativeprogram.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.io.Paths;
import dev.girdle.system.ReceiversLibraries;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * What the receiver's system has: the C library, drivers, and what these are linked with
 * themselves. Of it there are items of a component of its own, which hold nothing.
 */
public final class ReceiversSystem {
  private final NativeFiles files;
  private final Map<String, Component> systems = new ConcurrentHashMap<>();

  /**
   * Finds out what it has.
   *
   * @param files all files
   */
  public ReceiversSystem(NativeFiles files) {
    this.files = files;
  }

  private static String fileName(Item item) {
    return Spot.of(item).fileName();
  }

  /**
   * Why a receiver's own library goes before one that comes along.
   *
   * @param item any item
   * @return a few words; empty if what comes along is always used
   */
  public static Optional<String> whyTheirsFirst(Item item) {
    return NativeFiles.isTaken(item) ? ReceiversLibraries.why(fileName(item)) : Optional.empty();
  }

  private static boolean isOfC(Item item) {
    return NativeFiles.isTaken(item) && ReceiversLibraries.isOfC(fileName(item));
  }

  /**
   * Everything that is not for the artifact: the C library, and what is better the receiver's own
   * if nothing is linked with it, so that all starts without it.
   *
   * @param wanted what goes along in any case
   * @return items, each with the reason
   */
  public Map<Item, String> all(Set<Item> wanted) {
    Map<Item, String> all = new LinkedHashMap<>();
    Map<Item, String> theirs = new LinkedHashMap<>();
    for (Item item : files.all()) {
      if (isOfC(item)) {
        all.put(item, "the C library, which is the runtime");
      } else {
        whyTheirsFirst(item).ifPresent(w -> theirs.put(item, "the receiver's own: " + w));
      }
    }
    if (!theirs.isEmpty()) {
      Set<String> linked = linkedNames(theirs.keySet());
      theirs.keySet().removeIf(i -> linked.contains(fileName(i)));
    }
    all.putAll(theirs);
    all.keySet().removeAll(wanted);
    return all;
  }

  /** What is linked with, by anything but what is better the receiver's, and by those of it. */
  private Set<String> linkedNames(Set<Item> theirs) {
    Set<String> names = new HashSet<>();
    for (Item item : files.all()) {
      if (!theirs.contains(item)) {
        names.addAll(files.linkedNames(item));
      }
    }
    int before;
    do {
      before = names.size();
      theirs.stream()
          .filter(i -> names.contains(fileName(i)))
          .forEach(i -> names.addAll(files.linkedNames(i)));
    } while (names.size() > before);
    return names;
  }

  /**
   * Whether an item only stands for something of the receiver's system.
   *
   * @param item any item
   * @return true if it holds nothing
   */
  public boolean standsFor(Item item) {
    return systems.values().stream().anyMatch(s -> s == item.component());
  }

  /** What stands for a library that the system has; empty if it has none of that name. */
  Optional<Item> item(String system, String name) {
    boolean isThere = system.equals("linux") ? isOfLinux(name) : SystemsOwn.of(system).has(name);
    return isThere ? Optional.of(standing(system, Paths.fileName(name))) : Optional.empty();
  }

  /** By what was found when it was looked at, so that what is excluded is known, too. */
  private boolean isOfLinux(String name) {
    return ReceiversLibraries.isOfC(Paths.fileName(name))
        || files.called(Paths.fileName(name)).stream().anyMatch(i -> whyTheirsFirst(i).isPresent());
  }

  /** What stands for an assembly that comes with .NET, where that is the receiver's. */
  Item ofDotNet(String name) {
    return standing(".NET", name);
  }

  /** What is known of a library that is not there. */
  String advice(String system, String name) {
    return SystemsOwn.of(system).advice(name);
  }

  private Item standing(String system, String name) {
    String title = system + " " + name;
    return systems
        .computeIfAbsent(title, t -> Component.runtime(system, java.util.List.of(name)))
        .items()
        .get(0);
  }
}
