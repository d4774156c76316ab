package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * A Node.js program as one file. It is run on the Node of this machine, and on those that the
 * variable {@code GIRDLE_NODES} names, separated by colons: the oldest and newest that there are.
 */
class NodeArchiveIT {
  private static final List<String> FILES =
      List.of(
          "m.js",
          "e.mjs",
          "c.js",
          "d.mjs",
          "w.js",
          "w.mjs",
          "k.js",
          "k2.js",
          "bad.js",
          "first.mjs",
          "data/a.txt",
          "data/sub/b.json");

  @TempDir Path dir;

  @BeforeEach
  void check() {
    Assumptions.assumeTrue(BerthBoard.CAN_RUN, "skipped: there is no node on the path");
  }

  private static List<String> nodes() {
    List<String> nodes = new ArrayList<>(List.of("node"));
    for (String node : System.getenv().getOrDefault("GIRDLE_NODES", "").split(":")) {
      if (!node.isEmpty() && Files.isExecutable(Path.of(node))) {
        nodes.add(node);
      }
    }
    return nodes;
  }

  private Result girdle(Object... words) {
    return Run.girdle(words).in(dir).go();
  }

  private Path program(String start) throws IOException {
    Path app = Files.createDirectories(dir.resolve("tides"));
    for (String file : FILES) {
      Files.createDirectories(app.resolve(file).getParent());
      try (InputStream in = getClass().getResourceAsStream("node-files/" + file)) {
        Files.copy(in, app.resolve(file));
      }
    }
    Files.writeString(
        app.resolve("package.json"),
        "{\"name\": \"tides\", \"version\": \"1.0.0\", \"license\": \"MIT\", \"scripts\": {\"start\": \"%s\"}}"
            .formatted(start));
    return app;
  }

  private Path sealed(Path app, Object... words) {
    List<Object> all = new ArrayList<>(List.of("seal", app, "--form", "archive"));
    all.addAll(List.of(words));
    Result result = girdle(all.toArray());
    assertThat(result.err()).isEmpty();
    assertThat(result.out()).contains("hides nothing");
    try (var made = Files.list(dir.resolve("sealed"))) {
      return made.filter(f -> f.toString().endsWith(".cjs")).findFirst().orElseThrow();
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
  }

  /** The program checks by itself what it reads, loads and starts, and says so at its end. */
  @Test
  void servesFilesModulesThreadsAndProcessesFromInside() throws IOException {
    Path app = program("node --import ./first.mjs m.js");
    Path archive = sealed(app, "--prune", "classes");
    Files.move(app, dir.resolve("gone"));
    Path moved = Files.move(archive, dir.resolve("the tides.cjs"));
    for (String node : nodes()) {
      Result result = Run.of(node, moved).in(dir).go();
      assertThat(result.err()).isEmpty();
      assertThat(result.out()).startsWith("first\nall good");
      assertThat(result.status()).isZero();
    }
    assertThat(Run.of(moved).well().out()).contains("all good");
    assertThat(girdle("check", moved).status()).isZero();
    assertThat(girdle("inspect", moved).out()).contains("an archive made by", "tides");
    assertThat(girdle("rehearse", moved).out()).contains("A stranger can run it");
  }

  @Test
  void programsThatAreModulesThroughoutStartAndTellTheirErrorsByFileAndLine() throws IOException {
    Path app = Files.createDirectories(dir.resolve("quay"));
    Files.writeString(
        app.resolve("package.json"),
        "{\"name\": \"quay\", \"version\": \"2\", \"type\": \"module\", \"main\": \"main.js\"}");
    Files.writeString(
        app.resolve("main.js"),
        """
        import { high } from './lib/tide.js';
        import data from './lib/data.cjs';
        import { fileURLToPath } from 'node:url';
        console.log(high(data.level), process.argv[1] === fileURLToPath(import.meta.url));
        if (process.argv[2] === 'late') await new Promise(() => {});
        if (process.argv[2] === 'fail') {
          throw new Error('aground');
        }
        """);
    Files.createDirectories(app.resolve("lib"));
    Files.writeString(app.resolve("lib/tide.js"), "export const high = (n) => n > 3;\n");
    Files.writeString(app.resolve("lib/data.cjs"), "exports.level = 4;\n");
    Path archive = sealed(app);
    for (String node : nodes()) {
      assertThat(Run.of(node, archive).well().out()).isEqualTo("true true\n");
      Result failing = Run.of(node, archive, "fail").go();
      assertThat(failing.status()).isEqualTo(1);
      assertThat(failing.err()).contains("app/main.js:7", "aground");
      assertThat(Run.of(node, archive, "late").go().status()).isEqualTo(13);
    }
  }

  @Test
  void unpacksWhatSystemsLoadFromFilesAlone() throws IOException {
    Path app = Files.createDirectories(dir.resolve("gauge/bin"));
    Files.writeString(app.resolve("read"), "#!/bin/sh\necho read $1\n");
    assertThat(app.resolve("read").toFile().setExecutable(true)).isTrue();
    Path library;
    try (var all = Files.walk(Path.of("/lib/x86_64-linux-gnu"), 1)) {
      library = all.filter(f -> f.endsWith("libm.so.6")).findFirst().orElse(null);
    }
    Assumptions.assumeTrue(library != null, "skipped: no library of this system to load");
    Files.copy(library.toRealPath(), app.resolve("gauge.node"));
    Files.writeString(
        app.resolveSibling("gauge.js"),
        """
        const { execFileSync } = require('child_process');
        const path = require('path');
        console.log(execFileSync(path.join(__dirname, 'bin/read'), ['north']).toString());
        try {
          require('./bin/gauge.node');
        } catch (e) {
          console.log(e.message);
        }
        """);
    Path archive = sealed(app.getParent(), "--name", "gauge", "--release", "1");
    Path cache = dir.resolve("cache");
    for (int i = 0; i < 2; i++) {
      Result result = Run.of("node", archive).with("XDG_CACHE_HOME", cache.toString()).well();
      // it is a library of this system and no add-on, which only who has loaded it can tell
      assertThat(result.out()).contains("read north").contains("did not self-register");
    }
    Path unpacked;
    try (var all = Files.list(cache.resolve("girdle-run"))) {
      unpacked = all.findFirst().orElseThrow().resolve("app/bin/gauge.node");
    }
    Files.write(unpacked, new byte[10]);
    Run again = Run.of("node", archive).with("XDG_CACHE_HOME", cache.toString());
    assertThat(again.well().out()).contains("did not self-register");
    Path open = Files.createDirectories(dir.resolve("open"));
    assertThat(open.toFile().setReadable(true, false)).isTrue();
    Run refused = Run.of("node", archive).with("GAUGE_UNPACK_DIR", open.toString());
    assertThat(refused.go().err()).contains("open to others", "GAUGE_UNPACK_DIR");
  }

  @Test
  void severalProgramsLinksAndTheSameBytes() throws IOException {
    BerthBoard board = new BerthBoard(dir);
    board.file("list.js", "console.log('list', require('ropes').tie(['a', 'b']));");
    Path store = board.app.resolve("node_modules/.store/hemp@1/node_modules");
    Files.createDirectories(store);
    Files.move(board.app.resolve("node_modules/hemp"), store.resolve("hemp"));
    Files.createSymbolicLink(
        board.app.resolve("node_modules/hemp"), Path.of(".store/hemp@1/node_modules/hemp"));
    Object[] words = {"--entry", "board=server.js", "--entry", "list.js", "--prune", "files"};
    Path archive = sealed(board.app, words);
    byte[] first = Files.readAllBytes(archive);
    assertThat(Run.of("node", archive, "--now").well().out()).startsWith("north-south --now");
    Run list = Run.of("node", archive).with("BERTH_BOARD_ENTRY", "list");
    assertThat(list.well().out()).isEqualTo("list a-b\n");
    Result none = Run.of("node", archive).with("BERTH_BOARD_ENTRY", "x").go();
    assertThat(none.status()).isEqualTo(127);
    assertThat(none.err()).contains("has no program x; it has: board, list");
    Files.delete(archive);
    assertThat(sealed(board.app, words)).hasBinaryContent(first);
    Files.write(archive, java.util.Arrays.copyOf(first, first.length - 100));
    assertThat(Run.of("node", archive).go().err()).contains("is not whole");
    assertThat(girdle("check", archive).err()).contains("is not whole", "ends before");
    String text = new String(first, StandardCharsets.US_ASCII);
    assertThat(text).doesNotContain(dir.toString());
  }
}
