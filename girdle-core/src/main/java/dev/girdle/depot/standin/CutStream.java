package dev.girdle.depot.standin;

import dev.girdle.io.FilteredInput;
import java.io.IOException;
import java.io.InputStream;
import java.util.function.Supplier;

/** Fails after some bytes. */
final class CutStream extends FilteredInput {
  private final Supplier<IOException> failure;
  private long left;

  CutStream(InputStream in, long left, Supplier<IOException> failure) {
    super(in);
    this.left = left;
    this.failure = failure;
  }

  @Override
  public int read(byte[] bytes, int from, int length) throws IOException {
    if (left <= 0) {
      throw failure.get();
    }
    int n = in.read(bytes, from, (int) Math.min(length, left));
    left -= Math.max(0, n);
    return n;
  }
}
