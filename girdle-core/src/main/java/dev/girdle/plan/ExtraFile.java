package dev.girdle.plan;

import java.nio.file.Path;

/**
 * A file or folder that goes into the artifact besides the application.
 *
 * @param from where it lies
 * @param to where it goes in the artifact, with slashes; for a folder, where its content goes
 * @param links what becomes of symbolic links in it
 */
public record ExtraFile(Path from, String to, LinkHandling links) {}
