package dev.girdle.cli.view;

/** Something that a command has to show. */
public interface View {
  /**
   * Prints for people.
   *
   * @param console where to
   */
  void print(Console console);

  /**
   * Prints for pipelines, which want the outcome and nothing else.
   *
   * @param console where to
   */
  default void printQuiet(Console console) {
    print(console);
  }

  /**
   * Prints one JSON document, of the shape of the command's schema in {@code docs/schema}.
   *
   * @param console where to
   */
  void printJson(Console console);
}
