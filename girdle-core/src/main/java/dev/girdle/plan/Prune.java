package dev.girdle.plan;

import java.util.Locale;

/** How finely things that nothing needs are left out, the most cautious first. */
public enum Prune {
  /** Everything goes along. */
  NONE,
  /** Whole components that nothing reaches stay behind. */
  COMPONENTS,
  /** Besides, what no code can use or open, wherever it lies. */
  FILES,
  /** Besides, classes that nothing reaches. */
  CLASSES;

  /**
   * How users write it.
   *
   * @return in small letters
   */
  public String text() {
    return name().toLowerCase(Locale.ROOT);
  }
}
