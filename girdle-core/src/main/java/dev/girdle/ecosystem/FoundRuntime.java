package dev.girdle.ecosystem;

import java.nio.file.Path;

/**
 * A language runtime on this machine.
 *
 * @param release its feature release
 * @param home its folder
 * @param foundBy how it was found: "JAVA_HOME", "on the path", "in the usual places"
 */
public record FoundRuntime(int release, Path home, String foundBy) {}
