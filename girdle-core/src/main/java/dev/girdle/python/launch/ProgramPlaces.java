package dev.girdle.python.launch;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.io.FolderTree;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.python.pack.DataScheme;
import dev.girdle.python.tree.ModuleTree;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Where what of an application goes in an artifact. */
final class ProgramPlaces {
  /** The user's own, as it lay. */
  static final String APP = "app/";

  /** What was installed, in one folder. */
  static final String PACKAGES = "packages/";

  /** What was installed beside packages, as in an environment. */
  private static final String DATA = "data/";

  private ProgramPlaces() {}

  /** Where an item goes, in the program's folder. */
  static String place(Item item) {
    Optional<String> outside = DataScheme.inEnvironment(item.path());
    if (outside.isPresent() && !item.component().role().isUsers()) {
      return DATA + outside.get();
    }
    return folder(item.component()) + item.path();
  }

  private static String folder(Component component) {
    String origin = component.origin();
    if (origin.equals(ModuleTree.TOP)) {
      return APP;
    }
    return origin.startsWith(ModuleTree.EDITABLE)
        ? "own/" + origin.substring(ModuleTree.EDITABLE.length()).replaceAll("[^\\w.-]", "-") + "/"
        : PACKAGES;
  }

  /** The folders of the user's own code, as Python is to look for modules in them. */
  static List<String> own(LayoutRequest request, List<String> ownFolders) {
    Set<String> places = new LinkedHashSet<>();
    for (Component component : request.selection().components()) {
      if (component.origin().equals(ModuleTree.TOP)) {
        ownFolders.forEach(f -> places.add((APP + f).replaceFirst("/$", "")));
      } else if (component.origin().startsWith(ModuleTree.EDITABLE)) {
        places.add(folder(component).replaceFirst("/$", ""));
      }
    }
    return List.copyOf(places);
  }

  /**
   * All that goes along, by its path in the artifact; of several files for one place, the one that
   * Python finds first.
   */
  static Map<String, Item> items(LayoutRequest request, ModuleTree tree) {
    Map<String, Item> chosen = new LinkedHashMap<>();
    for (Component component : request.selection().components()) {
      for (Item item : request.selection().items(component).keySet()) {
        chosen.merge(
            request.programFolder() + place(item),
            item,
            (a, b) -> tree.rootOf(b) < tree.rootOf(a) ? b : a);
      }
    }
    return chosen;
  }

  /** All that goes along, as files. */
  static List<LayoutFile> files(LayoutRequest request, ModuleTree tree) {
    List<LayoutFile> files = new ArrayList<>();
    items(request, tree)
        .forEach(
            (place, item) ->
                files.add(
                    new LayoutFile(
                        place,
                        item.content(),
                        FolderTree.fileOf(item.content()).filter(Files::isExecutable).isPresent(),
                        Packing.AS_IT_IS,
                        item.component().name(),
                        request.reason(item))));
    return files;
  }
}
