package dev.girdle.depot.standin;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** Flips the last bit of the first byte. */
final class FlippedStream extends FilterInputStream {
  private boolean isDone;

  FlippedStream(InputStream in) {
    super(in);
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
  }

  @Override
  public int read(byte[] bytes, int from, int length) throws IOException {
    int n = in.read(bytes, from, length);
    if (n > 0 && !isDone) {
      bytes[from] ^= 1;
      isDone = true;
    }
    return n;
  }
}
