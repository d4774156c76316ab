package dev.girdle.node.survey;

import dev.girdle.io.FolderTree;
import dev.girdle.io.Links;
import dev.girdle.io.TreeFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The files of an application's folder with its links. What a link leads to outside of the folder
 * lies in its place; links that stay inside stay links.
 */
final class Layers {
  final List<TreeFile> files = new ArrayList<>();
  final Map<String, String> links = new TreeMap<>();

  /** Links that lead nowhere, each with where they lead. */
  final Map<String, String> wrong = new TreeMap<>();

  private Layers() {}

  /** Lists a folder. */
  static Layers of(Path folder) throws IOException {
    Layers layers = new Layers();
    FolderTree tree = FolderTree.withLinks(folder);
    layers.files.addAll(tree.files());
    Set<String> paths = new TreeSet<>();
    tree.files().forEach(f -> paths.add(f.path()));
    Map<String, String> wrong = Links.wrong(tree.links(), paths);
    tree.links()
        .forEach(
            (path, target) -> {
              if (!wrong.containsKey(path)) {
                layers.links.put(path, target);
              }
            });
    for (Map.Entry<String, String> link : wrong.entrySet()) {
      layers.instead(folder, link.getKey(), link.getValue());
    }
    return layers;
  }

  private void instead(Path folder, String link, String why) throws IOException {
    Path there = folder.resolve(link);
    if (Files.isDirectory(there)) {
      for (TreeFile file : FolderTree.of(there.toRealPath(), p -> true).files()) {
        files.add(new TreeFile(link + "/" + file.path(), file.content()));
      }
    } else if (Files.isRegularFile(there)) {
      files.add(new TreeFile(link, FolderTree.content(there)));
    } else {
      wrong.put(link, why);
    }
  }
}
