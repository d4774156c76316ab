package dev.girdle.depot;

import dev.girdle.image.Descriptor;
import dev.girdle.io.FilteredInput;
import dev.girdle.io.Sha256;
import java.io.IOException;
import java.io.InputStream;
import java.security.MessageDigest;
import java.util.HexFormat;

/** Bytes from a depot, which have to be as many and as they were said to be. */
final class CheckedBlob extends FilteredInput {
  private final Descriptor blob;
  private final String depot;
  private final MessageDigest digest;
  private long count;
  private boolean isOver;

  CheckedBlob(InputStream in, Descriptor blob, String depot) {
    super(in);
    this.blob = blob;
    this.depot = depot;
    digest = Sha256.create();
  }

  @Override
  public int read(byte[] bytes, int from, int length) throws IOException {
    int n = in.read(bytes, from, length);
    if (n > 0) {
      digest.update(bytes, from, n);
      count += n;
      if (count > blob.size()) {
        throw wrong("more bytes than it said");
      }
    } else if (n < 0 && !isOver) {
      isOver = true;
      if (count < blob.size()) {
        throw wrong(count + " bytes in place of " + blob.size());
      }
      if (!("sha256:" + HexFormat.of().formatHex(digest.digest())).equals(blob.digest())) {
        throw wrong("other bytes than their digest says");
      }
    }
    return n;
  }

  private IOException wrong(String what) {
    return new IOException(depot + " sends " + what + " for " + blob.digest());
  }
}
