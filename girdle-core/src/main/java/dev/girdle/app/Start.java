package dev.girdle.app;

import java.util.List;

/**
 * One way to start the application.
 *
 * @param label what the starter is called, fit for a file name
 * @param entry where execution starts
 * @param arguments that the program is always given before the user's own
 * @param options for the runtime
 */
public record Start(String label, EntryPoint entry, List<String> arguments, List<String> options) {
  /** Copies the lists. */
  public Start {
    arguments = List.copyOf(arguments);
    options = List.copyOf(options);
  }

  /**
   * Whether it is started as part of a module, and not from a class path.
   *
   * @return true if the entry point names a module
   */
  public boolean isOfModule() {
    return !entry.module().isEmpty();
  }
}
