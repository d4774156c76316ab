package dev.girdle.java.layout;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.layout.LayoutFile;
import dev.girdle.start.Later;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Files for which there is no place in one tree, since a file of their name from a component that
 * is earlier on the class path has it. Programs that ask for all files of a name need them: they
 * lie beside the tree, for each component in a folder of its own, and {@link Later} finds them
 * there.
 */
final class LaterFiles {
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
   * @return the files, each at its place, and the list of them
   */
  List<LayoutFile> layOut(LayoutRequest request) throws IOException {
    List<LayoutFile> files = new ArrayList<>();
    StringBuilder jars = new StringBuilder();
    for (Component component : request.selection().components()) {
      List<Item> items = byComponent.getOrDefault(component, List.of());
      String jar = Jars.fileName(component);
      jars.append(items.isEmpty() ? "" : jar + "\n");
      for (Item item : items) {
        files.add(
            new LayoutFile(
                Later.FOLDER + jar + "/" + item.path(),
                item.content(),
                false,
                Jars.packing(item.path()),
                component.name(),
                request.reason(item)));
      }
    }
    files.add(
        LayoutFile.made(
            Later.LIST,
            jars.toString().getBytes(StandardCharsets.UTF_8),
            "tells the starter which files lie beside the tree"));
    return files;
  }
}
