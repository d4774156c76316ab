package dev.girdle.python.source;

import java.util.Set;

/** The words that compound statements and their parts begin with. */
final class Heads {
  private static final Set<String> ALL =
      Set.of(
          "if", "elif", "else", "try", "except", "finally", "with", "for", "while", "def", "class",
          "async", "match", "case");

  private Heads() {}

  /**
   * Whether a colon behind it may begin a block; {@code match} and {@code case} are names, too, but
   * a statement that begins with one of them and has a colon outside of brackets is a head or an
   * annotation, and nothing depends on which.
   */
  static boolean isOne(String name) {
    return ALL.contains(name);
  }
}
