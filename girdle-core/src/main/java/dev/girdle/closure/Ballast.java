package dev.girdle.closure;

/**
 * Something that is there and need not go along.
 *
 * @param component the component it is, or is part of
 * @param path its path in the component; empty for the whole component
 * @param bytes how much it weighs
 * @param reason why it can stay behind
 */
public record Ballast(String component, String path, long bytes, String reason) {
  /** The usual reason. */
  public static final String UNREACHED = "nothing in the closure needs it";
}
