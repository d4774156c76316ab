package dev.girdle.io;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The files of an application's folder with its links. What a link leads to outside of the folder
 * lies in its place; links that stay inside stay links.
 *
 * @param files in no particular order
 * @param links links that stay inside, by path, each with where it leads as it is written
 * @param wrong links that lead nowhere, by path, each with why: "leads to nothing"
 */
public record LinkedFolder(
    List<TreeFile> files, Map<String, String> links, Map<String, String> wrong) {
  /** Copies them. */
  public LinkedFolder {
    files = List.copyOf(files);
    links = Collections.unmodifiableMap(new TreeMap<>(links));
    wrong = Collections.unmodifiableMap(new TreeMap<>(wrong));
  }

  /**
   * Lists a folder.
   *
   * @param folder the folder
   * @return what is in it
   * @throws IOException if it cannot be read
   */
  public static LinkedFolder of(Path folder) throws IOException {
    FolderTree tree = FolderTree.withLinks(folder);
    List<TreeFile> files = new ArrayList<>(tree.files());
    Map<String, String> links = new TreeMap<>(tree.links());
    Map<String, String> wrong = new TreeMap<>();
    Set<String> paths = new TreeSet<>();
    tree.files().forEach(f -> paths.add(f.path()));
    for (Map.Entry<String, String> link : Links.wrong(tree.links(), paths).entrySet()) {
      links.remove(link.getKey());
      Path there = folder.resolve(link.getKey());
      if (Files.isDirectory(there)) {
        for (TreeFile file : FolderTree.of(there.toRealPath(), p -> true).files()) {
          files.add(new TreeFile(link.getKey() + "/" + file.path(), file.content()));
        }
      } else if (Files.isRegularFile(there)) {
        files.add(new TreeFile(link.getKey(), FolderTree.content(there)));
      } else {
        wrong.put(link.getKey(), link.getValue());
      }
    }
    return new LinkedFolder(files, links, wrong);
  }
}
