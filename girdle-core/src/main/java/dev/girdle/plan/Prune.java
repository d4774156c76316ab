package dev.girdle.plan;

import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** How finely things that nothing needs are left out, the most cautious first. */
public enum Prune {
  /** Everything goes along. */
  NONE,
  /** Whole components that nothing reaches stay behind. */
  COMPONENTS,
  /** Besides, what no code can use or open, wherever it lies. */
  FILES,
  /** Besides, classes or modules that nothing reaches. */
  CLASSES;

  /**
   * The level that a word means.
   *
   * @param word as users write it, in letters of any size; "code" is "classes", which not every
   *     language has
   * @return empty if it means none
   */
  public static Optional<Prune> called(String word) {
    String plain = word.equalsIgnoreCase("code") ? "classes" : word;
    return Stream.of(values()).filter(p -> p.text().equalsIgnoreCase(plain)).findFirst();
  }

  /**
   * How users write it.
   *
   * @return in small letters
   */
  public String text() {
    return name().toLowerCase(Locale.ROOT);
  }
}
