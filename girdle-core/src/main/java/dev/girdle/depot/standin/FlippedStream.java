package dev.girdle.depot.standin;

import dev.girdle.io.FilteredInput;
import java.io.IOException;
import java.io.InputStream;

/** Flips the last bit of the first byte. */
final class FlippedStream extends FilteredInput {
  private boolean isDone;

  FlippedStream(InputStream in) {
    super(in);
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
