package dev.girdle.io;

/**
 * One file of a {@link FileTree}.
 *
 * @param path relative to the tree, with slashes; never absolute, never with {@code ..}
 * @param content the bytes
 */
public record TreeFile(String path, Content content) {}
