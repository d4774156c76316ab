package dev.girdle.app;

/**
 * Where execution can start.
 *
 * @param name as {@code --entry} takes it
 * @param component the name of the component that holds it
 * @param foundBy how it was found, for the user: "manifest of app.jar"
 */
public record EntryPoint(String name, String component, String foundBy) {}
