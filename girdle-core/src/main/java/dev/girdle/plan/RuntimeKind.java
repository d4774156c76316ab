package dev.girdle.plan;

import java.util.Locale;

/** What of the language's runtime goes along. */
public enum RuntimeKind {
  /** Nothing: the receiver's own is used. */
  HOST,
  /** All of it but what is for development. */
  WHOLE,
  /** The parts of it that the program uses. */
  TRIMMED,
  /** Of those parts, only the code that the program can reach. */
  TIGHT;

  /**
   * How users write it.
   *
   * @return in small letters
   */
  public String text() {
    return name().toLowerCase(Locale.ROOT);
  }
}
