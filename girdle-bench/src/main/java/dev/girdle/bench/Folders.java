package dev.girdle.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.stream.Stream;

/** What is done with folders of programs. */
public final class Folders {
  private Folders() {}

  /**
   * Deletes a file or folder with all that is in it.
   *
   * @param place may not exist
   * @throws IOException if something cannot be deleted
   */
  public static void delete(Path place) throws IOException {
    if (!Files.exists(place)) {
      return;
    }
    try (Stream<Path> files = Files.walk(place)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(file);
      }
    }
  }
}
