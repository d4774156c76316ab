package dev.girdle.cli;

import dev.girdle.fault.GirdleException;
import dev.girdle.io.Paths;

/** Names that users give to files. */
final class FileName {
  private FileName() {}

  /**
   * Refuses what is no name of one file.
   *
   * @param as what the user wants; may be null
   * @throws GirdleException if it is empty, a folder's, or of characters that names cannot have
   */
  static void requireFit(String as) {
    if (as == null) {
      return;
    }
    String wrong = null;
    if (as.indexOf('/') >= 0) {
      wrong = "a file name has no slash; choose the folder with --out";
    } else if (as.isBlank()) {
      wrong = "a file name has at least one letter";
    } else if (as.equals(".") || as.equals("..")) {
      wrong = "that is the name of a folder";
    } else if (!as.equals(Paths.printable(as))) {
      wrong = "a file name has no control characters";
    }
    if (wrong != null) {
      throw GirdleException.request("--as '" + Paths.printable(as) + "': " + wrong);
    }
  }
}
