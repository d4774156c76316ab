package dev.girdle.licence;

import java.util.Locale;
import java.util.Set;

/** What files are called that have to travel with what they are about: licences and notices. */
public final class LegalNames {
  private static final Set<String> STARTS =
      Set.of("LICENSE", "LICENCE", "NOTICE", "COPYING", "COPYRIGHT", "LEGAL");

  private LegalNames() {}

  /**
   * Whether a file is such a text, by its name.
   *
   * @param fileName without a folder
   * @return true for licences and notices, with any ending
   */
  public static boolean isOne(String fileName) {
    String name = fileName.toUpperCase(Locale.ROOT);
    return STARTS.stream().anyMatch(name::startsWith);
  }
}
