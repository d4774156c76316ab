package dev.girdle.image;

import dev.girdle.io.Sha256;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.security.MessageDigest;
import java.util.HexFormat;

/** Counts and digests what passes through. */
final class DigestedOutput extends FilterOutputStream {
  private final MessageDigest digest;
  private long size;

  DigestedOutput(OutputStream out) {
    super(out);
    digest = Sha256.create();
  }

  @Override
  public void write(int b) throws IOException {
    out.write(b);
    digest.update((byte) b);
    size++;
  }

  @Override
  public void write(byte[] bytes, int from, int length) throws IOException {
    out.write(bytes, from, length);
    digest.update(bytes, from, length);
    size += length;
  }

  long size() {
    return size;
  }

  /** The digest of all that passed, as descriptors have it; can be asked once. */
  String digest() {
    return "sha256:" + HexFormat.of().formatHex(digest.digest());
  }
}
