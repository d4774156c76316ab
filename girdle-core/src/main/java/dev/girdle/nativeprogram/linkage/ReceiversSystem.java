package dev.girdle.nativeprogram.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.io.Paths;
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
  private final Set<Item> wanted;
  private final Map<String, Component> systems = new ConcurrentHashMap<>();

  /**
   * Finds out what it has.
   *
   * @param files all files
   * @param wanted what goes along whatever the list says
   */
  public ReceiversSystem(NativeFiles files, Set<Item> wanted) {
    this.files = files;
    this.wanted = Set.copyOf(wanted);
  }

  private static String fileName(Item item) {
    return Spot.of(item).fileName();
  }

  /**
   * Why a file is not for the artifact, since the receiver's system has it.
   *
   * @param item any item
   * @return a few words; empty if it can go along
   */
  public Optional<String> why(Item item) {
    if (!NativeFiles.isTaken(item) || wanted.contains(item)) {
      return Optional.empty();
    }
    if (ReceiversLibraries.isOfC(fileName(item))) {
      return Optional.of("the C library, which is the runtime");
    }
    return ReceiversLibraries.why(fileName(item));
  }

  /** Whether a file is not for the artifact. */
  boolean has(Item item) {
    return why(item).isPresent();
  }

  /**
   * Everything that is not for the artifact.
   *
   * @return items, each with the reason
   */
  public Map<Item, String> all() {
    Map<Item, String> all = new java.util.LinkedHashMap<>();
    files.all().forEach(i -> why(i).ifPresent(w -> all.put(i, w)));
    return all;
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
  Optional<Item> item(String system, String name, Optional<Item> found) {
    boolean isThere =
        switch (system) {
          case "linux" -> ReceiversLibraries.isOfC(Paths.fileName(name)) || found.isPresent();
          default -> SystemsOwn.of(system).has(name);
        };
    return isThere ? Optional.of(standing(system, Paths.fileName(name))) : Optional.empty();
  }

  /** By what was found when it was looked at, so that what is excluded is known, too. */
  private boolean isOfLinux(String name) {
    return ReceiversLibraries.isOfC(name)
        || files.called(name).stream().anyMatch(i -> why(i).isPresent());
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
