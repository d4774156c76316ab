package dev.girdle.app;

/**
 * Something that lies in the application's folder and was not taken for a part of the program.
 *
 * @param path relative to the application; ends with a slash for a folder
 * @param takenFor what it was taken for: "sources", "version control data"
 * @param bytes its size; for a folder that was not entered, 0
 */
public record SetAside(String path, String takenFor, long bytes) {}
