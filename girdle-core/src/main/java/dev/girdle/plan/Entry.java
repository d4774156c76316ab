package dev.girdle.plan;

import java.util.List;

/**
 * An entry point that the user wants.
 *
 * @param label what the starter is called; empty to have it found
 * @param start where execution starts, in the spelling of the language; empty to have it found
 * @param arguments that the program is always given before the user's own
 * @param options for the runtime
 */
public record Entry(String label, String start, List<String> arguments, List<String> options) {
  /** Copies the lists. */
  public Entry {
    arguments = List.copyOf(arguments);
    options = List.copyOf(options);
  }

  /**
   * An entry point without more wishes.
   *
   * @param start where execution starts
   * @return its label is to be found
   */
  public static Entry of(String start) {
    return new Entry("", start, List.of(), List.of());
  }
}
