package dev.girdle.io;

import java.io.IOException;
import java.io.OutputStream;
import org.apache.commons.io.output.CloseShieldOutputStream;

/**
 * Compresses in members that stand one after the other (RFC 1952, 2.2; RFC 8878, 3): whoever undoes
 * the compression gets all of it. A member does not depend on those before it, so that what did not
 * change from one release to the next is found again, and need not travel.
 */
public final class Members extends OutputStream {
  private final Compression compression;
  private final int level;
  private final OutputStream out;
  private OutputStream member;

  /**
   * Compresses.
   *
   * @param out where to; closed with this one
   * @param compression in which way
   * @param level from 1 (quick) to 9 (small)
   */
  public Members(OutputStream out, Compression compression, int level) {
    this.out = out;
    this.compression = compression;
    this.level = level;
  }

  /**
   * How large a file has to be so that it is worth a member of its own: what one member can look
   * back to must not matter much.
   *
   * @return bytes
   */
  public long worthwhile() {
    return switch (compression) {
      case GZIP -> 32 << 10;
      case ZSTD -> 128 << 10;
      case XZ -> Long.MAX_VALUE; // who chooses it wants the smallest of all
    };
  }

  /**
   * Ends the member; what is written from now on goes into the next.
   *
   * @throws IOException if it cannot be written
   */
  public void next() throws IOException {
    if (member != null) {
      member.close();
      member = null;
    }
  }

  private OutputStream member() throws IOException {
    if (member == null) {
      member = compression.over(CloseShieldOutputStream.wrap(out), level);
    }
    return member;
  }

  @Override
  public void write(int b) throws IOException {
    member().write(b);
  }

  @Override
  public void write(byte[] bytes, int from, int length) throws IOException {
    member().write(bytes, from, length);
  }

  @Override
  public void close() throws IOException {
    try (out) {
      next();
    }
  }
}
