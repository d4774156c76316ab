package dev.girdle.app;

/**
 * A library that the application declares and that does not go along.
 *
 * @param library its coordinates, as its makers publish it
 * @param release its release; empty if it is not known
 * @param why it does not go along, for the user: "scope test, declared by org.ternhaven:tidebook"
 */
public record Absent(String library, String release, String why) {}
