package dev.girdle.fetch;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;

/** The checksums that lie beside files in repositories, the best first. */
final class Checksums {
  static final Map<String, String> ALGORITHMS = new LinkedHashMap<>();

  static {
    ALGORITHMS.put(".sha512", "SHA-512");
    ALGORITHMS.put(".sha256", "SHA-256");
    ALGORITHMS.put(".sha1", "SHA-1");
    ALGORITHMS.put(".md5", "MD5");
  }

  private Checksums() {}

  /** Compares a file with what a checksum file says. */
  static void verify(Path file, String ending, String checksumFile, String label)
      throws IOException {
    String expected = checksumFile.strip().split("[\\s*]+")[0].toLowerCase(java.util.Locale.ROOT);
    String actual = digest(file, ALGORITHMS.get(ending));
    if (!expected.equals(actual)) {
      throw new IOException(
          label
              + " gives a file that does not fit its "
              + ALGORITHMS.get(ending)
              + " checksum ("
              + actual
              + ", expected "
              + (expected.matches("[0-9a-f]{1,128}") ? expected : "something unreadable")
              + ")");
    }
  }

  private static String digest(Path file, String algorithm) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      MessageDigest digest = MessageDigest.getInstance(algorithm);
      byte[] buffer = new byte[1 << 16];
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        digest.update(buffer, 0, n);
      }
      return HexFormat.of().formatHex(digest.digest());
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
