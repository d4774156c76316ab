package dev.girdle.io;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** A stream that looks at what passes through, in whichever portions it is read. */
public abstract class FilteredInput extends FilterInputStream {
  /**
   * Filters a stream.
   *
   * @param in closed with this one
   */
  protected FilteredInput(InputStream in) {
    super(in);
  }

  @Override
  public final int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
  }

  @Override
  public abstract int read(byte[] bytes, int from, int length) throws IOException;

  /** By reading, so that nothing passes by. */
  @Override
  public final long skip(long n) throws IOException {
    return readNBytes((int) Math.min(n, 1 << 16)).length;
  }

  @Override
  public final boolean markSupported() {
    return false;
  }
}
