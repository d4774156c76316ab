package dev.girdle.java.memory;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/** Writes files that others may read at the same time: they find the old bytes or the new. */
final class WholeFile {
  private WholeFile() {}

  /** Writes a file that only its owner can read, in place of the one that is there. */
  static void write(Path file, byte[] bytes) throws IOException {
    Files.createDirectories(file.getParent());
    Path made = Files.createTempFile(file.getParent(), "new", "");
    try {
      Files.write(made, bytes);
      Files.move(made, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
    } finally {
      Files.deleteIfExists(made);
    }
  }
}
