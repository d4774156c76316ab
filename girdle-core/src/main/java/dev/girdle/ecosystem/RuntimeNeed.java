package dev.girdle.ecosystem;

/**
 * The runtime that the closure needs.
 *
 * @param language for the user: "Java"
 * @param release the oldest feature release that will do
 * @param exactly whether only that very release will do, as for preview features
 * @param because the item that asks for it
 */
public record RuntimeNeed(String language, int release, boolean exactly, String because) {
  /**
   * For sentences.
   *
   * @return for example {@code Java 17 or newer}
   */
  public String text() {
    return exactly
        ? language + " " + release + " exactly, with preview features"
        : language + " " + release + " or newer";
  }
}
