package dev.girdle.io;

import dev.girdle.fault.Fault;
import dev.girdle.fault.UnreadableException;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.zip.CRC32;

/**
 * Bytes out of an archive, held to what its directory promises of them: no more, no fewer, and the
 * checksum (CRC-32), which is looked at together with the last byte. What does not keep its promise
 * ends in an {@link UnreadableException}.
 */
public final class PromisedStream extends FilterInputStream {
  private final long crc;
  private final String what;
  private final CRC32 found = new CRC32();
  private long left;

  /**
   * Creates the stream.
   *
   * @param in the unpacked bytes
   * @param size how many there are to be
   * @param crc their checksum, unsigned
   * @param what names them for the user
   */
  public PromisedStream(InputStream in, long size, long crc, String what) {
    super(in);
    this.left = size;
    this.crc = crc;
    this.what = what;
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
  }

  @Override
  public int read(byte[] buffer, int from, int length) throws IOException {
    if (length == 0) {
      return 0;
    }
    int n = readOn(buffer, from, length);
    left -= Math.max(n, 0);
    if (left < 0) {
      throw damaged("unpacks to more than it promises", null);
    }
    if (n < 0 && left > 0) {
      throw damaged("ends too early", null);
    }
    if (n > 0) {
      found.update(buffer, from, n);
    }
    if (left == 0 && found.getValue() != crc) {
      throw damaged("is damaged: its bytes do not fit their checksum", null);
    }
    return n;
  }

  private int readOn(byte[] buffer, int from, int length) throws IOException {
    try {
      return in.read(buffer, from, length);
    } catch (IOException | IllegalArgumentException e) {
      throw damaged("is damaged: its bytes cannot be unpacked", e);
    }
  }

  private UnreadableException damaged(String how, Exception cause) {
    return new UnreadableException(Fault.APPLICATION, what, how, cause);
  }

  /** Skipped bytes count, too. */
  @Override
  public long skip(long count) throws IOException {
    byte[] buffer = new byte[8192];
    long skipped = 0;
    while (skipped < count) {
      int n = read(buffer, 0, (int) Math.min(buffer.length, count - skipped));
      if (n < 0) {
        break;
      }
      skipped += n;
    }
    return skipped;
  }

  @Override
  public boolean markSupported() {
    return false;
  }
}
