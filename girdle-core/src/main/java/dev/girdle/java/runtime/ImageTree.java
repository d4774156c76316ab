package dev.girdle.java.runtime;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The folders of an image (OpenJDK, {@code jdk.internal.jimage.ImageReader}): {@code /modules} with
 * all that is in each module, and {@code /packages} with the modules that have a part of each
 * package. A runtime finds its modules by the first, and the module of a class by the second.
 */
final class ImageTree {
  /** For each folder under /modules, its children by their full names as locations. */
  private final TreeMap<String, TreeSet<String>> folders = new TreeMap<>();

  /** For each package, its modules; whether a module has nothing in the package itself. */
  private final TreeMap<String, TreeMap<String, Boolean>> packages = new TreeMap<>();

  ImageTree(Iterable<String> resources) {
    folders.put("/modules", new TreeSet<>());
    resources.forEach(this::add);
  }

  private void add(String resource) {
    int second = resource.indexOf('/', 1);
    String module = resource.substring(1, second);
    String child = resource;
    String folder = "/modules" + resource.substring(0, resource.lastIndexOf('/'));
    while (folders.computeIfAbsent(folder, f -> new TreeSet<>()).add(child)
        && !folder.equals("/modules")) {
      child = folder;
      folder = folder.substring(0, folder.lastIndexOf('/'));
    }
    int end = resource.lastIndexOf('/');
    if (end > second) {
      addPackage(resource.substring(second + 1, end), module);
    }
  }

  private void addPackage(String path, String module) {
    if (path.startsWith("META-INF")) {
      return;
    }
    String name = path.replace('/', '.');
    packages.computeIfAbsent(name, n -> new TreeMap<>()).put(module, false);
    for (int dot = name.lastIndexOf('.'); dot > 0; dot = name.lastIndexOf('.', dot - 1)) {
      packages
          .computeIfAbsent(name.substring(0, dot), n -> new TreeMap<>())
          .putIfAbsent(module, true);
    }
  }

  /** The locations that the folders need, each with the size of its content. */
  List<ImageLocation> locations() {
    List<ImageLocation> locations = new ArrayList<>();
    folders.forEach((name, all) -> locations.add(new ImageLocation(name, 4L * all.size())));
    locations.add(new ImageLocation("/packages", 4L * packages.size()));
    packages.forEach(
        (name, modules) ->
            locations.add(new ImageLocation("/packages/" + name, 8L * modules.size())));
    return locations;
  }

  /** The content of a folder: offsets of locations, or pairs of emptiness and a module's name. */
  int[] content(String folder, Map<String, Integer> offsets, ImageStrings strings) {
    if (folders.containsKey(folder)) {
      return folders.get(folder).stream().mapToInt(offsets::get).toArray();
    }
    if (folder.equals("/packages")) {
      return packages.keySet().stream().mapToInt(p -> offsets.get("/packages/" + p)).toArray();
    }
    List<Integer> pairs = new ArrayList<>();
    Map<String, Boolean> modules = packages.get(folder.substring("/packages/".length()));
    for (boolean empty : new boolean[] {false, true}) {
      modules.forEach(
          (module, isEmpty) -> {
            if (isEmpty == empty) {
              pairs.add(empty ? 1 : 0);
              pairs.add(strings.offset(module));
            }
          });
    }
    return pairs.stream().mapToInt(i -> i).toArray();
  }
}
