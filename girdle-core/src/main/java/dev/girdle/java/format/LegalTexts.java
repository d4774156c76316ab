package dev.girdle.java.format;

import dev.girdle.io.Paths;
import java.util.Locale;
import java.util.Set;

/** Recognises the texts that have to travel with what they are about: licences and notices. */
public final class LegalTexts {
  private static final Set<String> STARTS =
      Set.of("LICENSE", "LICENCE", "NOTICE", "COPYING", "COPYRIGHT", "LEGAL");

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
    String name = Paths.fileName(path).toUpperCase(Locale.ROOT);
    boolean inFolder =
        path.startsWith("META-INF/licenses/") || path.startsWith("META-INF/license/");
    boolean atTop = Paths.folder(path).isEmpty() || Paths.folder(path).equals("META-INF/");
    return inFolder || atTop && STARTS.stream().anyMatch(name::startsWith);
  }
}
