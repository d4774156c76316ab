package dev.girdle.io;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.util.Optional;

/**
 * The end of a zip archive, where it says how large its directory is (PKWARE APPNOTE 6.3, 4.3.14 to
 * 4.3.16).
 *
 * @param said how many entries it says there are; where it counts only up to 65,535, the rest of a
 *     division by 65,536
 * @param directory the bytes of the directory, as far as the archive has so many
 */
record ZipEnd(int said, long directory) {
  private static final int END = 0x06054b50;
  private static final int END_SIZE = 22;
  private static final int LOCATOR = 0x07064b50;
  private static final int LOCATOR_SIZE = 20;
  private static final int LARGE_END = 0x06064b50;
  private static final int LARGE_END_SIZE = 56;
  private static final int LARGEST_COMMENT = 0xffff;
  private static final int LARGEST_TAIL =
      END_SIZE + LARGEST_COMMENT + LOCATOR_SIZE + LARGE_END_SIZE;
  private static final long MAX32 = 0xffffffffL;

  /** A directory's entry has at least this many bytes, with a name of one letter. */
  private static final int SMALLEST_ENTRY = 47;

  /**
   * Looks for the end.
   *
   * @return empty if there is none
   */
  static Optional<ZipEnd> of(SeekableByteChannel channel) throws IOException {
    long size = channel.size();
    int length = (int) Math.min(size, LARGEST_TAIL);
    ByteBuffer tail = read(channel, size - length, length);
    for (int at = length - END_SIZE; at >= 0; at--) {
      if (tail.getInt(at) == END) {
        boolean isLarge = at >= LOCATOR_SIZE && tail.getInt(at - LOCATOR_SIZE) == LOCATOR;
        long directory =
            isLarge
                ? largeDirectory(channel, tail.getLong(at - LOCATOR_SIZE + 8))
                : Math.min(tail.getInt(at + 12) & MAX32, size);
        return Optional.of(new ZipEnd(tail.getShort(at + 10) & 0xffff, directory));
      }
    }
    return Optional.empty();
  }

  /**
   * Whether there can be more entries than that. What the end says of their number need not be so;
   * what counts is how much lies there. Only of a large directory they are counted.
   *
   * @param channel of the archive
   */
  boolean hasMoreThan(int entries, SeekableByteChannel channel) throws IOException {
    return directory / SMALLEST_ENTRY > entries
        && count(channel, Math.max(0, channel.size() - directory - LARGEST_TAIL), channel.size())
            > entries;
  }

  /** The size of a directory by the larger end record; of all, if there is none at its place. */
  private static long largeDirectory(SeekableByteChannel channel, long place) throws IOException {
    long size = channel.size();
    if (place < 0 || place > size - LARGE_END_SIZE) {
      return size;
    }
    ByteBuffer end = read(channel, place, LARGE_END_SIZE);
    long directory = end.getLong(40);
    return end.getInt(0) == LARGE_END && directory >= 0 ? Math.min(directory, size) : size;
  }

  /** The signatures of entries between two places, which is at least the number of entries. */
  private static long count(SeekableByteChannel channel, long from, long to) throws IOException {
    long found = 0;
    long last = 0;
    int step = 1 << 16;
    int matched = 0;
    byte[] signature = {'P', 'K', 1, 2};
    for (long at = from; at < to; at += step) {
      ByteBuffer bytes = read(channel, at, (int) Math.min(step, to - at));
      for (int i = 0; i < bytes.limit(); i++) {
        byte b = bytes.get(i);
        matched = b == signature[matched] ? matched + 1 : b == signature[0] ? 1 : 0;
        if (matched == signature.length) {
          matched = 0;
          // closer together than entries can be, they are no entries
          found += at + i - last >= SMALLEST_ENTRY || found == 0 ? 1 : 0;
          last = at + i;
        }
      }
    }
    return found;
  }

  private static ByteBuffer read(SeekableByteChannel channel, long from, int length)
      throws IOException {
    ByteBuffer bytes = ByteBuffer.allocate(length).order(ByteOrder.LITTLE_ENDIAN);
    channel.position(from);
    while (bytes.hasRemaining() && channel.read(bytes) >= 0) {
      continue;
    }
    return bytes.flip().order(ByteOrder.LITTLE_ENDIAN);
  }
}
