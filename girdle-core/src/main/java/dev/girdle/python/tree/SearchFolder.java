package dev.girdle.python.tree;

import dev.girdle.app.Item;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * One folder in which modules are looked for: one entry of {@code sys.path}.
 *
 * @param isUsers whether the user's own code lies in it
 * @param files by path in it
 * @param folders every folder that holds something, at any depth, without a slash at the end
 * @param inFolder the names of files by the folder that they lie in
 */
record SearchFolder(
    boolean isUsers,
    Map<String, Item> files,
    Set<String> folders,
    Map<String, List<String>> inFolder) {
  static SearchFolder of(boolean isUsers, Map<String, Item> files) {
    Set<String> folders = new HashSet<>();
    Map<String, List<String>> inFolder = new HashMap<>();
    for (String path : files.keySet()) {
      int slash = path.lastIndexOf('/');
      String folder = slash < 0 ? "" : path.substring(0, slash);
      inFolder
          .computeIfAbsent(folder, f -> new java.util.ArrayList<>())
          .add(path.substring(slash + 1));
      for (String f = folder; !f.isEmpty() && folders.add(f); ) {
        int up = f.lastIndexOf('/');
        f = up < 0 ? "" : f.substring(0, up);
      }
    }
    return new SearchFolder(isUsers, files, folders, inFolder);
  }

  Optional<Item> file(String path) {
    return Optional.ofNullable(files.get(path));
  }
}
