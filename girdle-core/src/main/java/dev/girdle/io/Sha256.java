package dev.girdle.io;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** SHA-256 digests (FIPS 180-4), written as 64 lower-case hexadecimal digits. */
public final class Sha256 {
  private Sha256() {}

  /**
   * Copies bytes and tells their digest.
   *
   * @param in read to its end, not closed
   * @param out written to, not closed
   * @return the digest
   * @throws IOException if reading or writing fails
   */
  public static String copy(InputStream in, OutputStream out) throws IOException {
    MessageDigest digest = create();
    byte[] buffer = new byte[1 << 16];
    for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
      digest.update(buffer, 0, n);
      out.write(buffer, 0, n);
    }
    return HexFormat.of().formatHex(digest.digest());
  }

  /**
   * The digest of a content.
   *
   * @param content read once
   * @return the digest
   * @throws IOException if it cannot be read
   */
  public static String of(Content content) throws IOException {
    try (InputStream in = content.open()) {
      return copy(in, OutputStream.nullOutputStream());
    }
  }

  /**
   * The digest of bytes in memory.
   *
   * @param bytes all of them count
   * @return the digest
   */
  public static String of(byte[] bytes) {
    return HexFormat.of().formatHex(create().digest(bytes));
  }

  /**
   * A digest in the making.
   *
   * @return a new one
   */
  public static MessageDigest create() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every runtime has SHA-256", e);
    }
  }
}
