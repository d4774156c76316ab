package dev.girdle.io;

import java.io.Closeable;
import java.io.IOException;
import java.util.List;
import java.util.Map;

/** A tree of files that is read where it lies: a folder, or an archive. */
public interface FileTree extends Closeable {
  /**
   * The files, each path once.
   *
   * @return in the order of the archive, or sorted by path in a folder
   */
  List<TreeFile> files();

  /**
   * The folders that the tree names explicitly.
   *
   * @return paths that end with a slash
   */
  List<String> folders();

  /**
   * The symbolic links, where the tree tells them from files.
   *
   * @return where each leads, sorted by path; in archives these paths are among the files too, with
   *     where they lead as their bytes
   */
  default Map<String, String> links() {
    return Map.of();
  }

  @Override
  void close() throws IOException;
}
