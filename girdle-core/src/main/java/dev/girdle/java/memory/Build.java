package dev.girdle.java.memory;

import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;

/** Which Girdle this is: another may read classes in another way. */
final class Build {
  /** Changes whenever Girdle's own code does. */
  static final String ID = id();

  private Build() {}

  private static String id() {
    try {
      Path code = Path.of(Build.class.getProtectionDomain().getCodeSource().getLocation().toURI());
      try (Stream<Path> files = Files.walk(code)) {
        long[] sums = new long[2];
        files
            .filter(Files::isRegularFile)
            .forEach(
                f -> {
                  sums[0] += f.toFile().length();
                  sums[1] = Math.max(sums[1], f.toFile().lastModified());
                });
        return sums[0] + "-" + sums[1];
      }
    } catch (IOException | URISyntaxException | RuntimeException e) {
      // not known, so that nothing is believed that another run has kept
      return "run " + ProcessHandle.current().pid() + " " + System.nanoTime();
    }
  }
}
