package dev.girdle.app;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * One way to start the application.
 *
 * @param label what the starter is called, fit for a file name
 * @param entry where execution starts
 * @param arguments that the program is always given before the user's own
 * @param options for the runtime
 * @param environment variables that the program finds set, unless the user has set them otherwise;
 *     by name
 * @param opensWindow whether the program opens a window of its own
 */
public record LaunchSpec(
    String label,
    EntryPoint entry,
    List<String> arguments,
    List<String> options,
    Map<String, String> environment,
    boolean opensWindow) {
  /** Copies the lists, and sorts the variables by name. */
  public LaunchSpec {
    arguments = List.copyOf(arguments);
    options = List.copyOf(options);
    environment = Collections.unmodifiableMap(new TreeMap<>(environment));
  }

  /**
   * A way to start it that gives nothing but the entry point.
   *
   * @param label what the starter is called
   * @param entry where execution starts
   * @return without arguments, options and variables
   */
  public static LaunchSpec of(String label, EntryPoint entry) {
    return new LaunchSpec(label, entry, List.of(), List.of(), Map.of(), false);
  }

  /**
   * The same start of an entry point that has got another component name.
   *
   * @param renamed the entry point
   * @return a new start
   */
  public LaunchSpec with(EntryPoint renamed) {
    return new LaunchSpec(label, renamed, arguments, options, environment, opensWindow);
  }

  /**
   * The same start with options in another spelling.
   *
   * @param spelt the options
   * @return a new start
   */
  public LaunchSpec withOptions(List<String> spelt) {
    return new LaunchSpec(label, entry, arguments, spelt, environment, opensWindow);
  }

  /**
   * The same start of a program that opens a window of its own.
   *
   * @return a new start
   */
  public LaunchSpec openingWindow() {
    return new LaunchSpec(label, entry, arguments, options, environment, true);
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
