package dev.girdle.layout;

/**
 * A text that holds an archive, as base64 (RFC 4648, section 4), so that a runtime can read the
 * whole file as a program.
 *
 * @param before what stands before the archive; {@link #OFFSET} and {@link #LENGTH} in it become
 *     numbers of as many digits: where the base64 begins, and how long it is
 * @param after what stands behind it
 */
public record TextFrame(String before, String after) {
  /** Stands for where the base64 begins. */
  public static final String OFFSET = "###OFFSET###";

  /** Stands for how long it is. */
  public static final String LENGTH = "###LENGTH###";

  /** What the line with both starts with, by which such a file is known. */
  public static final String MARK = "//girdle-archive ";
}
