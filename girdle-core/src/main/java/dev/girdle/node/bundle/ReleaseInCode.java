package dev.girdle.node.bundle;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The release that a Node program tells of itself without being started: the address of its headers
 * stands in it ({@code process.release.headersUrl}), whatever system it is for.
 */
final class ReleaseInCode {
  private static final byte[] START = "node-v".getBytes(StandardCharsets.US_ASCII);
  private static final Pattern ADDRESS =
      Pattern.compile("node-v(\\d{1,3}\\.\\d{1,3}\\.\\d{1,3})(?:-headers)?\\.tar\\.gz");

  /** Bytes that are read at a time, and at least as many as an address has. */
  private static final int BLOCK = 1 << 20;

  private static final int LONGEST = 64;

  private ReleaseInCode() {}

  /** The first that stands in it; empty if none does. */
  static Optional<String> of(Path program) throws IOException {
    byte[] buffer = new byte[BLOCK + LONGEST];
    int kept = 0;
    try (InputStream in = Files.newInputStream(program)) {
      for (int read = in.readNBytes(buffer, 0, BLOCK);
          read > 0;
          read = in.readNBytes(buffer, kept, BLOCK)) {
        int end = kept + read;
        Optional<String> found = within(buffer, end);
        if (found.isPresent()) {
          return found;
        }
        kept = Math.min(LONGEST, end);
        System.arraycopy(buffer, end - kept, buffer, 0, kept);
      }
    }
    return Optional.empty();
  }

  private static Optional<String> within(byte[] buffer, int end) {
    for (int i = 0; i < end - START.length; i++) {
      if (buffer[i] == 'n' && startsAt(buffer, i)) {
        int length = Math.min(LONGEST, end - i);
        Matcher matcher =
            ADDRESS.matcher(new String(buffer, i, length, StandardCharsets.ISO_8859_1));
        if (matcher.lookingAt()) {
          return Optional.of(matcher.group(1));
        }
      }
    }
    return Optional.empty();
  }

  private static boolean startsAt(byte[] buffer, int at) {
    for (int i = 1; i < START.length; i++) {
      if (buffer[at + i] != START[i]) {
        return false;
      }
    }
    return true;
  }
}
