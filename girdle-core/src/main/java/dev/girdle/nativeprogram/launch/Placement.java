package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Item;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Thing;
import dev.girdle.io.Paths;
import dev.girdle.nativeprogram.linkage.NativeThing;
import dev.girdle.nativeprogram.linkage.Runners;
import dev.girdle.nativeprogram.linkage.Spot;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * Where items go: the application's own to {@code app}, libraries of the system that code is linked
 * with to {@code lib}, each of those that are better the receiver's own to a folder under {@code
 * lib/spare}, all else of the system to its path under {@code system}.
 */
final class Placement {
  static final String APP = "app/";
  static final String LIB = "lib/";

  /** Links to libraries, for code that uses another C library than the one that came along. */
  static final String BESIDE_OTHER_C = LIB + "others/";

  static final String SPARE = LIB + "spare/";

  private static final List<String> PROGRAMS =
      Stream.of(
              "usr/local/bin", "usr/bin", "bin", "usr/local/sbin", "usr/sbin", "sbin", "usr/games")
          .map(f -> Spot.SYSTEM + f)
          .toList();

  private static final List<String> SHELLS =
      List.of(Spot.SYSTEM + "bin/sh", Spot.SYSTEM + "usr/bin/sh");

  private final Map<Item, String> places = new HashMap<>();
  private final boolean keepsPaths;
  private final Set<Item> called = new HashSet<>();

  /**
   * Finds a place for everything.
   *
   * @param items what goes along
   * @param closure how it was reached
   * @param isSpare libraries which are only used where the receiver's system has none
   * @param keepsPaths whether all others lie where they lay in the system, counted from {@code
   *     system}: what computes places from its own finds all else then
   */
  Placement(Iterable<Item> items, Closure closure, Predicate<Item> isSpare, boolean keepsPaths) {
    this.keepsPaths = keepsPaths;
    Set<String> names = new HashSet<>();
    for (Item item : items) {
      String place = place(item, closure, names, isSpare, keepsPaths);
      places.put(item, place);
      boolean isCalled =
          closure
              .reached(item)
              .filter(r -> r.first().thing().equals(NativeThing.CALLED))
              .isPresent();
      if (isCalled && place.startsWith(LIB)) {
        called.add(item);
      }
    }
  }

  /** Whether an item is a library of the system whose functions an assembly calls. */
  boolean isCalled(Item item) {
    return called.contains(item);
  }

  private static String place(
      Item item, Closure closure, Set<String> names, Predicate<Item> isSpare, boolean keepsPaths) {
    Spot spot = Spot.of(item);
    if (!spot.isOfSystem()) {
      return APP + item.path();
    }
    Optional<Reached> reached = closure.reached(item);
    boolean isLinked =
        reached.isPresent()
            && item.component().role() == dev.girdle.app.Role.LIBRARY
            && !item.name().startsWith(Runners.DOTNET)
            && isByName(reached.get().first().thing());
    String name = Paths.fileName(item.path());
    // of two with one name, the second keeps its path
    if (!isLinked || !names.add(name)) {
      return item.path();
    }
    if (isSpare.test(item)) {
      return SPARE + name + "/" + name;
    }
    return keepsPaths ? item.path() : LIB + name;
  }

  private static boolean isByName(Thing thing) {
    return thing.equals(NativeThing.LINKED)
        || thing.equals(NativeThing.LOADED)
        || thing.equals(NativeThing.CALLED);
  }

  String of(Item item) {
    return places.get(item);
  }

  boolean has(Item item) {
    return places.containsKey(item);
  }

  boolean isSpare(Item item) {
    return has(item) && of(item).startsWith(SPARE);
  }

  /**
   * The folders of programs that keep their places: who starts one by its name finds it there.
   *
   * @return in the order in which systems look through them
   */
  List<String> programFolders() {
    TreeSet<String> folders = new TreeSet<>(Comparator.comparing(PROGRAMS::indexOf));
    for (String place : keepsPaths ? places.values() : List.<String>of()) {
      String folder = Paths.folder(place).replaceFirst("/$", "");
      if (PROGRAMS.contains(folder)) {
        folders.add(folder);
      }
    }
    return List.copyOf(folders);
  }

  /** The shell of the system, if it keeps its place; its path in the artifact. */
  Optional<String> shell() {
    return SHELLS.stream().filter(s -> keepsPaths && places.containsValue(s)).findFirst();
  }

  /**
   * The folders in which some code lies.
   *
   * @param ofSystem folders of the system, with a slash in front
   * @return those of them that hold something, in the artifact
   */
  List<String> holding(Collection<String> ofSystem) {
    Set<String> there = new HashSet<>();
    places.values().forEach(p -> there.add(Paths.folder(p).replaceFirst("/$", "")));
    return ofSystem.stream().map(Places::inArtifact).filter(there::contains).toList();
  }

  /** The names of libraries that are only used where the receiver's system has none. */
  List<String> spares() {
    return places.values().stream()
        .filter(p -> p.startsWith(SPARE))
        .map(Paths::fileName)
        .sorted()
        .toList();
  }

  /** From the folder of one place to another folder: {@code ../lib}; a dot for the same. */
  static String way(String from, String toFolder) {
    String[] a = Paths.folder(from).isEmpty() ? new String[0] : Paths.folder(from).split("/");
    String[] b = toFolder.isEmpty() ? new String[0] : toFolder.split("/");
    int same = 0;
    while (same < a.length && same < b.length && a[same].equals(b[same])) {
      same++;
    }
    StringBuilder way = new StringBuilder("../".repeat(a.length - same));
    for (int i = same; i < b.length; i++) {
      way.append(b[i]).append('/');
    }
    return way.isEmpty() ? "." : way.substring(0, way.length() - 1);
  }
}
