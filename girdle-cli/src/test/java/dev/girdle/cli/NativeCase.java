package dev.girdle.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;

/** What tests of native programs have in common: a compiler, a folder, and a game. */
abstract class NativeCase {
  static final Path COMPILER = Path.of("/usr/bin/gcc");
  static final Path GAME = Path.of("../examples/harbour-pilot").toAbsolutePath();
  static final String MOVES = "eeeeeessseeeeeesssee\neeeeeeeeesssssssssse eeeeeeeeesssssssssse";

  @TempDir Path temporary;
  Path dir;

  @BeforeEach
  void require() throws IOException {
    Assumptions.assumeTrue(
        Files.exists(COMPILER) && "amd64".equals(System.getProperty("os.arch")),
        "skipped: needs gcc on a Linux for x64");
    dir = temporary.toRealPath();
  }

  final Result girdle(Object... words) {
    return Run.girdle(words).in(dir).go();
  }

  final JsonNode json(Object... words) throws IOException {
    return new ObjectMapper().readTree(Run.girdle(words).in(dir).go().bytes());
  }

  final void compile(Object... words) {
    Object[] all = Stream.concat(Stream.of((Object) COMPILER), Stream.of(words)).toArray();
    Run.of(all).in(dir).with("PATH", "/usr/bin:/bin").well();
  }

  final Path source(String name, String text) throws IOException {
    return Files.writeString(dir.resolve(name), text);
  }

  final Path game() {
    Assumptions.assumeTrue(
        Files.exists(Path.of("/usr/include/png.h")), "skipped: needs libpng's headers");
    Path game = dir.resolve("pilot");
    Run.of(GAME.resolve("build"), game).with("PATH", "/usr/bin:/bin").well();
    return game;
  }

  final Path sealed(String out) throws IOException {
    try (Stream<Path> made = Files.list(dir.resolve(out))) {
      return made.findFirst().orElseThrow();
    }
  }
}
