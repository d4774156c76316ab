package dev.girdle.bench;

import dev.girdle.node.source.SourceReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.ToLongFunction;
import java.util.stream.Stream;

/**
 * How fast the sources of a program are read for what they ask for: warm, on one thread, from
 * memory, against looking at each character of the same texts once.
 *
 * @param megabytes how much source there is
 * @param reading megabytes per second of reading
 * @param plain megabytes per second of looking at characters
 */
record ReadingSpeed(double megabytes, double reading, double plain) {
  private static final int ROUNDS = 15;
  private static final long MOST = 40_000_000;

  /** Measures the scripts and modules in a folder; the first 40 MB of them. */
  static ReadingSpeed of(Path folder) throws IOException {
    List<String> texts = new ArrayList<>();
    long bytes = 0;
    try (Stream<Path> all = Files.walk(folder)) {
      List<Path> sources =
          all.filter(f -> f.toString().matches(".*\\.[cm]?js"))
              .filter(Files::isRegularFile)
              .sorted()
              .toList();
      for (Path source : sources) {
        if (bytes < MOST) {
          bytes += Files.size(source);
          texts.add(Files.readString(source, StandardCharsets.ISO_8859_1));
        }
      }
    }
    double megabytes = bytes / 1e6;
    return new ReadingSpeed(
        megabytes,
        megabytes / seconds(texts, t -> SourceReader.read(t).size()),
        megabytes / seconds(texts, t -> t.chars().filter(c -> c == '(').count()));
  }

  /** The quickest of several rounds: what other programs of the machine take is left out. */
  private static double seconds(List<String> texts, ToLongFunction<String> work) {
    double best = Double.MAX_VALUE;
    long sum = 0;
    for (int i = 0; i < ROUNDS; i++) {
      long begin = System.nanoTime();
      for (String text : texts) {
        sum += work.applyAsLong(text);
      }
      best = Math.min(best, (System.nanoTime() - begin) / 1e9);
    }
    if (sum < 0) {
      throw new IllegalStateException("nothing was read"); // so that nothing is optimised away
    }
    return best;
  }

  /** The cells of a table behind the first. */
  String cells() {
    return String.format(
        Locale.ROOT,
        " | %.1f MB | %.0f MB/s | %.0f MB/s | %.1f |",
        megabytes,
        reading,
        plain,
        plain / reading);
  }
}
