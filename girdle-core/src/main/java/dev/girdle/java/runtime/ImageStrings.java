package dev.girdle.java.runtime;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;

/**
 * The strings of an image, each once, in UTF-8 with a zero behind it (OpenJDK, {@code
 * jdk.internal.jimage.ImageStringsReader}); names of classes and files hold no zero and no
 * character beyond 16 bits, so that this is also what Java calls modified UTF-8.
 */
final class ImageStrings {
  private final Map<String, Integer> offsets = new HashMap<>();
  private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();

  ImageStrings() {
    offset(""); // what is not there has the offset 0
  }

  int offset(String text) {
    return offsets.computeIfAbsent(
        text,
        t -> {
          int offset = bytes.size();
          bytes.writeBytes(t.getBytes(StandardCharsets.UTF_8));
          bytes.write(0);
          return offset;
        });
  }

  byte[] bytes() {
    return bytes.toByteArray();
  }
}
