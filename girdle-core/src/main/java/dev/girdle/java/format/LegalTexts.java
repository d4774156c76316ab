package dev.girdle.java.format;

import dev.girdle.io.Paths;
import dev.girdle.licence.LegalNames;

/** Recognises the texts that have to travel with what they are about: licences and notices. */
public final class LegalTexts {
  private LegalTexts() {}

  /**
   * Whether a file is such a text, by its name.
   *
   * @param path its path in its component
   * @return true for licences and notices
   */
  public static boolean isOne(String path) {
    if (path.endsWith(".class")) {
      return false;
    }
    boolean inFolder =
        path.startsWith("META-INF/licenses/") || path.startsWith("META-INF/license/");
    boolean atTop = Paths.folder(path).isEmpty() || Paths.folder(path).equals("META-INF/");
    return inFolder || atTop && LegalNames.isOne(Paths.fileName(path));
  }
}
