package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Item;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Thing;
import dev.girdle.io.Paths;
import dev.girdle.nativeprogram.linkage.NativeThing;
import dev.girdle.nativeprogram.linkage.Spot;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Where items go: the application's own to {@code app}, libraries of the system that code is linked
 * with to {@code lib}, all else of the system to its path under {@code system}.
 */
final class Placement {
  static final String APP = "app/";
  static final String LIB = "lib/";

  private final Map<Item, String> places = new HashMap<>();

  Placement(Iterable<Item> items, Closure closure) {
    Set<String> names = new HashSet<>();
    for (Item item : items) {
      places.put(item, place(item, closure, names));
    }
  }

  private static String place(Item item, Closure closure, Set<String> names) {
    Spot spot = Spot.of(item);
    if (!spot.isOfSystem()) {
      return APP + item.path();
    }
    Optional<Reached> reached = closure.reached(item);
    boolean isLinked =
        reached.isPresent()
            && item.component().role() == dev.girdle.app.Role.LIBRARY
            && isByName(reached.get().first().thing());
    // of two with one name, the second keeps its path
    return isLinked && names.add(Paths.fileName(item.path()))
        ? LIB + Paths.fileName(item.path())
        : item.path();
  }

  private static boolean isByName(Thing thing) {
    return thing.equals(NativeThing.LINKED) || thing.equals(NativeThing.LOADED);
  }

  String of(Item item) {
    return places.get(item);
  }

  boolean has(Item item) {
    return places.containsKey(item);
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
