package dev.girdle.io;

import java.util.List;
import java.util.function.Predicate;

/**
 * A part of another tree: what lies below one folder of it. Closing it leaves the other open.
 *
 * @param files with paths relative to that folder
 * @param folders with paths relative to that folder
 */
public record SubTree(List<TreeFile> files, List<String> folders) implements FileTree {
  /**
   * Takes a part of a tree.
   *
   * @param tree the whole tree
   * @param prefix the folder, with a slash at the end; empty for the top
   * @param wanted which files are part of it, by their path in the whole tree
   * @return the part
   */
  public static SubTree of(FileTree tree, String prefix, Predicate<String> wanted) {
    int cut = prefix.length();
    return new SubTree(
        tree.files().stream()
            .filter(f -> f.path().startsWith(prefix) && wanted.test(f.path()))
            .map(f -> new TreeFile(f.path().substring(cut), f.content()))
            .toList(),
        tree.folders().stream()
            .filter(f -> f.startsWith(prefix) && f.length() > cut)
            .map(f -> f.substring(cut))
            .toList());
  }

  @Override
  public void close() {
    // the whole tree is closed by its owner
  }
}
