package dev.girdle.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Stream;

/** Figures of programs and runs, as tables show them. */
final class Figures {
  private Figures() {}

  /** How many files lie in a folder. */
  static long files(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      return files.filter(Files::isRegularFile).count();
    }
  }

  /** The bytes of all files in a folder, or of a file; what links lead to does not count again. */
  static long bytes(Path place) throws IOException {
    try (Stream<Path> files = Files.walk(place)) {
      return files
          .filter(f -> !Files.isSymbolicLink(f) && Files.isRegularFile(f))
          .mapToLong(f -> f.toFile().length())
          .sum();
    }
  }

  static String megabytes(long bytes) {
    return String.format(Locale.ROOT, "%.1f MB", bytes / 1e6);
  }

  /** The one in the middle; of an even number, the upper of two. */
  static double median(double[] values) {
    double[] sorted = values.clone();
    Arrays.sort(sorted);
    return sorted[sorted.length / 2];
  }
}
