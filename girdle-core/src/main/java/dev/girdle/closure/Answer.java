package dev.girdle.closure;

import dev.girdle.app.Item;
import java.util.List;

/** What a language says to a demand. */
public sealed interface Answer {
  /**
   * These items satisfy it, all of them together.
   *
   * @param items one or more
   */
  record Items(List<Item> items) implements Answer {}

  /**
   * Nothing in reach satisfies it.
   *
   * @param advice what is known about it, for the user; may be empty
   */
  record Nothing(String advice) implements Answer {}
}
