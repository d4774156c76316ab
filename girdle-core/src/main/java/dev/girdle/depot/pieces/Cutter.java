package dev.girdle.depot.pieces;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/**
 * Cuts bytes into pieces where their own content says, so that what lies before and after a change
 * gives the same pieces again, wherever it has moved to.
 *
 * <p>A sum over the last 64 bytes decides: a shift for each byte, and a fixed random number for its
 * value. Besides, it cuts before what starts something of its own: an entry of a zip archive
 * (PKWARE APPNOTE 6.3, 4.3.7), also of one written in Base64 (RFC 4648), a member of gzip (RFC
 * 1952), a frame of Zstandard (RFC 8878). So an entry that is compressed and did not change is
 * found again. What only looks so costs nothing but a short piece.
 *
 * <p>Where it cuts must never change, or nothing of older releases is found again.
 */
public final class Cutter {
  private static final long SMALL = 64L << 20;
  private static final long LARGE = 1L << 30;
  private static final int USUAL = 16 << 10;
  private static final int FACTOR = 4;

  /** The sum forgets a byte after so many others. */
  private static final int MEMORY = 64;

  private static final int ZIP = 0x504b0304;
  private static final int ZSTD = 0x28b52ffd;
  private static final int GZIP = 0x1f8b08;
  private static final int WORD = 4;
  private static final byte LAST_OF_ZIP = 4;
  private static final byte LAST_OF_GZIP = 8;
  private static final byte LAST_OF_ZSTD = (byte) 0xfd;

  /** The fixed part of the head of an entry. */
  private static final int HEAD = 30;

  private static final long[] NUMBERS = new long[256];

  static {
    long state = 0x6769_7264_6c65L;
    for (int i = 0; i < NUMBERS.length; i++) {
      // a well-known generator (SplitMix64), which is the same everywhere
      state += 0x9e3779b97f4a7c15L;
      long z = (state ^ state >>> 30) * 0xbf58476d1ce4e5b9L;
      z = (z ^ z >>> 27) * 0x94d049bb133111ebL;
      NUMBERS[i] = z ^ z >>> 31;
    }
  }

  private final int usual;
  private final int least;
  private final boolean splitsHeads;
  private final int most;
  private final long hard;
  private final long easy;

  /** Gets the pieces. */
  public interface Taker {
    /**
     * One piece.
     *
     * @param buffer where its bytes are; only until this returns
     * @param from the first of them
     * @param length how many
     * @throws IOException if it cannot be taken
     */
    void piece(byte[] buffer, int from, int length) throws IOException;
  }

  private Cutter(int usual, boolean splitsHeads) {
    this.usual = usual;
    this.splitsHeads = splitsHeads;
    this.least = usual / FACTOR;
    this.most = usual * FACTOR;
    int bits = Integer.numberOfTrailingZeros(usual);
    // the upper bits know all of the last bytes; before the usual length it is less likely
    this.hard = -1L << (Long.SIZE - bits - 2);
    this.easy = -1L << (Long.SIZE - bits + 2);
  }

  /**
   * The one for files of a size: the larger they are, the larger the pieces.
   *
   * @param bytes the size
   * @return for pieces of 16 KiB as a rule; 64 from 64 MiB on, 256 from 1 GiB on
   */
  public static Cutter forSize(long bytes) {
    int size = bytes < SMALL ? USUAL : bytes < LARGE ? USUAL * FACTOR : USUAL * FACTOR * FACTOR;
    return new Cutter(size, false);
  }

  /**
   * The same for an archive in whose entries' names the release may stand: their heads are cut off
   * from what follows.
   *
   * @return a cutter
   */
  public Cutter splittingHeads() {
    return new Cutter(usual, true);
  }

  /**
   * Cuts.
   *
   * @param in read to its end, not closed
   * @param taker gets the pieces in their order; none of them is empty
   * @throws IOException if bytes cannot be read or taken
   */
  public void cut(InputStream in, Taker taker) throws IOException {
    byte[] buffer = new byte[most * 4];
    int from = 0;
    int to = 0;
    boolean isOver = false;
    boolean isInside = false;
    while (true) {
      if (!isOver && to - from < most + WORD) {
        System.arraycopy(buffer, from, buffer, 0, to - from);
        to -= from;
        from = 0;
        int read = in.readNBytes(buffer, to, buffer.length - to);
        isOver = read < buffer.length - to;
        to += read;
      }
      if (from == to) {
        return;
      }
      int length = length(buffer, from, Math.min(to - from, most), isInside);
      isInside = !startsSomething(buffer, from + length, to);
      taker.piece(buffer, from, length);
      from += length;
    }
  }

  /**
   * How long the next piece is.
   *
   * @param isInside whether it starts inside of something, which was cut for its content: then it
   *     ends where that ends, however soon
   */
  private int length(byte[] buffer, int from, int limit, boolean isInside) {
    if (limit <= least && !isInside) {
      return limit;
    }
    int head = splitsHeads && !isInside ? head(buffer, from) : 0;
    if (head > 0) {
      return head;
    }
    int leastAtSeam = isInside ? 1 : least;
    long sum = 0;
    int word = 0;
    for (int i = isInside ? 0 : least - MEMORY; i < limit; i++) {
      byte b = buffer[from + i];
      sum = (sum << 1) + NUMBERS[b & 0xff];
      word = word << 8 | b & 0xff;
      // almost no byte is the last of one of the words
      boolean canBe = b == LAST_OF_ZIP || b == LAST_OF_GZIP || b == LAST_OF_ZSTD;
      if (canBe && i >= leastAtSeam + WORD - 1) {
        int length = b == LAST_OF_GZIP ? WORD - 1 : WORD;
        if (startsSomething(length == WORD ? word : word << 8)) {
          return i - length + 1;
        }
      }
      if (i >= least && (sum & (i < usual ? hard : easy)) == 0) {
        return i + 1;
      }
    }
    return limit;
  }

  /** How long the head of an entry is that has more than a few bytes; 0 if none begins there. */
  private int head(byte[] buffer, int from) {
    ByteBuffer bytes = ByteBuffer.wrap(buffer, from, HEAD).slice().order(ByteOrder.LITTLE_ENDIAN);
    boolean isHead =
        bytes.getInt(0) == Integer.reverseBytes(ZIP)
            && Integer.compareUnsigned(bytes.getInt(18), least) >= 0;
    int length = HEAD + (bytes.getShort(26) & 0xffff) + (bytes.getShort(28) & 0xffff);
    return isHead && length < least ? length : 0;
  }

  private static boolean startsSomething(byte[] buffer, int from, int to) {
    return to - from < WORD || startsSomething(ByteBuffer.wrap(buffer, from, WORD).getInt());
  }

  private static boolean startsSomething(int word) {
    return word == ZIP || word >>> 8 == GZIP || word == ZSTD;
  }
}
