package dev.girdle.place;

import java.io.File;

/** The system whose paths have backslashes and drives, and whose files cannot be had twice. */
public final class Windows {
  private Windows() {}

  /**
   * Whether this machine runs it.
   *
   * @return false on all others
   */
  public static boolean isHere() {
    return File.separatorChar == '\\';
  }
}
