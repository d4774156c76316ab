package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What Girdle remembers of libraries makes it quicker, and nothing else. */
class MemoryIT {
  @TempDir Path dir;

  private Result closure(Path app, String prune) {
    return Run.girdle("closure", app, "--prune", prune, "--json")
        .with("XDG_CACHE_HOME", dir.resolve("cache").toString())
        .with("XDG_CONFIG_HOME", dir.resolve("settings").toString())
        .well();
  }

  private List<Path> remembered() throws IOException {
    try (Stream<Path> all = Files.walk(dir.resolve("cache/girdle/classes"))) {
      return all.filter(Files::isRegularFile).toList();
    }
  }

  @Test
  void theSecondRunTellsTheSameAsTheFirst() throws IOException {
    Path app = dir.resolve("demo");
    Run.girdle("demo", app).well();
    for (String prune : List.of("files", "classes")) {
      String first = closure(app, prune).out();
      assertThat(remembered()).isNotEmpty();
      assertThat(closure(app, prune).out()).isEqualTo(first);
      for (Path file : remembered()) {
        byte[] bytes = Files.readAllBytes(file);
        bytes[bytes.length - 1] ^= 0x55;
        Files.write(file, bytes);
      }
      assertThat(closure(app, prune).out()).as("with a memory that is damaged").isEqualTo(first);
    }
  }
}
