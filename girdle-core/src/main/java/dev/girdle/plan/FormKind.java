package dev.girdle.plan;

import java.util.Locale;

/** The forms that can be made. */
public enum FormKind {
  /** A portable folder with starters. */
  FOLDER,
  /** That folder in a zip archive. */
  ZIP,
  /** That folder in a tar archive, compressed with gzip. */
  TGZ,
  /** One file that starts by itself, with the runtime in it. */
  EXECUTABLE,
  /** One archive that the language's own runtime starts. */
  ARCHIVE,
  /** A container image, in an image layout. */
  IMAGE,
  /** What debuggers read of native code, in a zip archive, for who mends the program. */
  SYMBOLS;

  /**
   * How users write it.
   *
   * @return in small letters
   */
  public String text() {
    return name().toLowerCase(Locale.ROOT);
  }
}
