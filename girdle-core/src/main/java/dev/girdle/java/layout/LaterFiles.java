package dev.girdle.java.layout;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.java.format.JarManifest;
import dev.girdle.layout.LayoutFile;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Files for which there is no place in one tree, since a file of their name from a component that
 * is earlier on the class path has it. Programs that ask for all files of a name need them: they
 * lie beside the tree, for each component in a folder of its own, and the starter finds them there.
 */
final class LaterFiles {
  private static final String FOLDER = "META-INF/girdle/later/";

  private final Map<Component, List<Item>> byComponent = new LinkedHashMap<>();

  /** Adds a file; those of one component in any order. */
  void add(Item item) {
    byComponent.computeIfAbsent(item.component(), c -> new ArrayList<>()).add(item);
  }

  boolean isEmpty() {
    return byComponent.isEmpty();
  }

  /**
   * Lays the files out.
   *
   * @param request tells which components there are, in class-path order, and why files go along
   * @param index of the archive; gets to know the files, behind what it knows already
   * @return the files, each at its place
   */
  List<LayoutFile> layOut(LayoutRequest request, NestIndex index) {
    List<LayoutFile> files = new ArrayList<>();
    for (Component component : request.selection().components()) {
      List<Item> items = byComponent.getOrDefault(component, List.of());
      if (items.isEmpty()) {
        continue;
      }
      String folder = FOLDER + Jars.fileName(component);
      index.add(
          folder,
          items.stream().map(Item::path).toList(),
          JarManifest.of(component).isTrue("Multi-Release"));
      for (Item item : items) {
        files.add(
            new LayoutFile(
                folder + "/" + item.path(),
                item.content(),
                false,
                Jars.packing(item.path()),
                component.name(),
                request.reason(item)));
      }
    }
    return files;
  }
}
