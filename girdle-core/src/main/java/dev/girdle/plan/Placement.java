package dev.girdle.plan;

import java.util.Locale;

/**
 * Where the files of an application go in the prebuilt program that runs it.
 *
 * @param place a path in the program's folder, with slashes
 * @param as how they lie there
 * @param program which program of that folder is started, as a path in it; empty if there is but
 *     one at its top
 */
public record Placement(String place, Kind as, String program) {
  /** How the files of an application lie in its place. */
  public enum Kind {
    /** As a folder. */
    FOLDER,
    /** As one zip archive. */
    ZIP,
    /** As one tar archive, not compressed. */
    TAR;

    /**
     * How users write it.
     *
     * @return in small letters
     */
    public String text() {
      return name().toLowerCase(Locale.ROOT);
    }
  }
}
