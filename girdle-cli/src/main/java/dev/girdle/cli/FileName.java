package dev.girdle.cli;

import dev.girdle.fault.GirdleException;

/** Names that users give to files. */
final class FileName {
  private FileName() {}

  /** The folder is chosen by another word. */
  static void requireNoFolder(String as) {
    if (as != null && as.indexOf('/') >= 0) {
      throw GirdleException.request(
          "--as " + as + ": a file name has no slash; choose the folder with --out");
    }
  }
}
