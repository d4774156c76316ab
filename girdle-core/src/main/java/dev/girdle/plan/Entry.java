package dev.girdle.plan;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * An entry point that the user wants.
 *
 * @param label what the starter is called; empty to have it found
 * @param start where execution starts, in the spelling of the language; empty to have it found
 * @param arguments that the program is always given before the user's own
 * @param options for the runtime
 * @param environment variables that the program finds set, unless the user has set them otherwise
 * @param opensWindow whether the program opens a window of its own, so that none is needed for its
 *     text
 * @param place where its start stands in a plan: {@code girdle.yaml:12:12}; empty for the command
 *     line
 */
public record Entry(
    String label,
    String start,
    List<String> arguments,
    List<String> options,
    Map<String, String> environment,
    boolean opensWindow,
    String place) {
  /** Copies the lists, and sorts the variables by name. */
  public Entry {
    arguments = List.copyOf(arguments);
    options = List.copyOf(options);
    environment = Collections.unmodifiableMap(new TreeMap<>(environment));
  }

  /**
   * An entry point without more wishes.
   *
   * @param start where execution starts
   * @return its label is to be found
   */
  public static Entry of(String start) {
    return new Entry("", start, List.of(), List.of(), Map.of(), false, "");
  }

  /**
   * The same entry point of a program that opens a window.
   *
   * @return a new entry point
   */
  public Entry openingWindow() {
    return new Entry(label, start, arguments, options, environment, true, place);
  }
}
