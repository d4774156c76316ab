package dev.girdle.app;

/**
 * Where execution can start.
 *
 * @param name as {@code --entry} takes it, without the module
 * @param module the module that it is started in; empty if it is not started as part of a module
 * @param component the name of the component that holds it
 * @param foundBy how it was found, for the user: "manifest of app.jar"
 */
public record EntryPoint(String name, String module, String component, String foundBy) {
  /**
   * An entry point that is not started as part of a module.
   *
   * @param name as {@code --entry} takes it
   * @param component the name of the component that holds it
   * @param foundBy how it was found
   */
  public EntryPoint(String name, String component, String foundBy) {
    this(name, "", component, foundBy);
  }
}
