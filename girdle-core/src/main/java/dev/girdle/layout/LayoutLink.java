package dev.girdle.layout;

/**
 * A symbolic link in the artifact.
 *
 * @param path in the artifact, with slashes
 * @param target where it leads: relative to the folder that it lies in, with slashes, and inside
 *     the artifact
 * @param component the component it comes from; empty for one that Girdle made
 * @param reason why it is there, for the user
 */
public record LayoutLink(String path, String target, String component, String reason) {}
