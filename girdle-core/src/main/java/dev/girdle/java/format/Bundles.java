package dev.girdle.java.format;

import java.util.regex.Pattern;

/** The names of resource bundles (Java platform API, {@code ResourceBundle.Control}). */
public final class Bundles {
  private static final String ENDING = ".properties";

  /** Language, then perhaps script, country and variant. */
  private static final Pattern LOCALE =
      Pattern.compile("_[a-z]{2,3}(_[A-Z][a-z]{3})?(_([A-Z]{2}|[0-9]{3}))?(_\\w+)?|_in|_iw|_ji");

  private Bundles() {}

  /**
   * Whether the ending of a name tells a language.
   *
   * @param suffix what follows the first underscore of a file name
   * @return true for {@code de}, {@code de_AT}, {@code zh_Hant_TW}
   */
  public static boolean isLocale(String suffix) {
    return LOCALE.matcher(suffix).matches();
  }

  /** The path without locale and ending. */
  public static String baseOf(String path) {
    String stem = path.substring(0, path.length() - ENDING.length());
    int name = stem.lastIndexOf('/') + 1;
    for (int at = stem.indexOf('_', name); at > name; at = stem.indexOf('_', at + 1)) {
      if (isLocale(stem.substring(at))) {
        return stem.substring(0, at);
      }
    }
    return stem;
  }
}
