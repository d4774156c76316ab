package dev.girdle.io;

/**
 * How large an archive may be before it is taken for an attack.
 *
 * @param entries the most entries of one archive
 * @param entryBytes the most bytes that one entry may unpack to
 * @param freeBytes an entry may unpack to this many bytes whatever its ratio
 * @param freeSum all entries together may unpack to this many bytes whatever their ratio
 * @param ratio beyond that, to at most this many times its packed size. DEFLATE itself reaches 1030
 *     on zeros; program files stay far under 50.
 * @param depth the most archives inside archives
 */
public record ArchiveBounds(
    int entries, long entryBytes, long freeBytes, long freeSum, int ratio, int depth) {
  /** Bounds that no real application was seen to reach. */
  public static final ArchiveBounds SENSIBLE =
      new ArchiveBounds(500_000, 4L << 30, 64L << 20, 1L << 30, 200, 4);

  boolean exceededBy(long size, long packed) {
    return size > entryBytes || size > freeBytes && size / ratio > packed;
  }

  /**
   * Whether several things together would unpack to more than can be meant well.
   *
   * @param size the bytes that they promise
   * @param packed the bytes that they have
   * @return true if nothing of them should be unpacked
   */
  public boolean exceededBySum(long size, long packed) {
    return size > freeSum && size / ratio > packed;
  }
}
