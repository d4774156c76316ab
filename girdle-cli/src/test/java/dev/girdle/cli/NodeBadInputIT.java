package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a Node.js application must not be able to do to whoever seals it. */
class NodeBadInputIT {
  @TempDir Path dir;
  private BerthBoard board;

  @BeforeEach
  void build() throws IOException {
    board = new BerthBoard(dir);
  }

  private Result girdle(Object... words) {
    return Run.girdle(words).in(dir).go();
  }

  @Test
  void linksInARingOrOutOfTheFolder() throws IOException {
    Path outside = Files.writeString(dir.resolve("secret.js"), "module.exports = 'low tide';");
    Files.createSymbolicLink(board.app.resolve("node_modules/loop"), Path.of("loop"));
    Files.createSymbolicLink(board.app.resolve("data/up"), Path.of(".."));
    Result good = girdle("seal", board.app, "--form", "folder");
    assertThat(good.status()).isZero();
    assertThat(girdle("closure", board.app).out()).contains("node_modules/loop");
    Files.createSymbolicLink(board.app.resolve("secret.js"), outside);
    Result kept = girdle("seal", board.app, "--form", "folder", "--replace");
    assertThat(kept.status() == 0 || kept.err().contains("secret.js")).isTrue();
    Path made = dir.resolve("sealed/berth-board-2.1.0/app/secret.js");
    assertThat(Files.isSymbolicLink(made)).isFalse();
  }

  @Test
  void namesThatLeadOutOrHoldANul() throws IOException {
    board.file(
        "server.js",
        "try { require('../../../../etc/passwd'); } catch {}\n"
            + "try { require('ropes/../../../../etc/passwd'); } catch {}\n"
            + "try { require('ro\\0pes'); } catch {}\n"
            + "try { require('..\\\\..\\\\x'); require('%2e%2e/x'); require(''); } catch {}\n"
            + "try { import('file:///etc/passwd'); import('https://berths.example/x.js'); } catch {}\n"
            + "console.log(require('ropes').tie(['a', 'b']));\n");
    Result sealed = girdle("seal", board.app, "--form", "folder", "--form", "archive");
    assertThat(sealed.status()).as(sealed.err()).isZero();
    try (var all = Files.walk(dir.resolve("sealed/berth-board-2.1.0"))) {
      assertThat(all.map(Path::toString)).noneMatch(p -> p.contains("passwd"));
    }
    board.file("server.js", "require('../outside/../../tide'); require('gone\\0');");
    Result missing = girdle("seal", board.app, "--form", "folder", "--replace");
    assertThat(missing.status()).isEqualTo(1);
    assertThat(missing.err()).contains("../outside/../../tide").doesNotContain("\0");
  }

  @Test
  void sourcesThatNobodyCanFollow() throws IOException {
    Random random = new Random(7);
    byte[] noise = new byte[200_000];
    random.nextBytes(noise);
    Files.write(board.app.resolve("lib.js"), noise);
    board.file("open.js", "const a = `${`${`".repeat(3000));
    board.file("deep.js", "x(".repeat(10_000) + ")".repeat(10_000) + "; require('ropes')");
    board.file("braces.js", "{".repeat(10_000) + "require('hemp')" + "}".repeat(10_000));
    board.file("nested.json", "[".repeat(10_000) + "]".repeat(10_000));
    board.file("quote.js", "const s = 'never ends; require(\"ropes\")");
    Result closure = girdle("closure", board.app, "--prune", "code");
    assertThat(closure.status()).as(closure.err()).isZero();
    board.file("package.json", "{\"main\": \"server.js\", \"x\": " + "[".repeat(10_000) + "}");
    Result broken = girdle("survey", board.app);
    assertThat(broken.status()).isEqualTo(1);
    assertThat(broken.err()).contains("package.json is no JSON");
  }

  @Test
  void aSourceOfFiftyMegabytes() throws IOException {
    StringBuilder text = new StringBuilder(52_000_000);
    for (int i = 0; text.length() < 50_000_000; i++) {
      text.append("exports.t").append(i).append(" = { level: ").append(i % 97).append(" };\n");
    }
    text.append("require('ropes');\n");
    Path file = board.app.resolve("node_modules/hemp/index.js");
    Files.write(file, text.toString().getBytes(StandardCharsets.US_ASCII));
    Result closure = girdle("closure", board.app);
    assertThat(closure.status()).as(closure.err()).isIn(0, 1);
    assertThat(closure.err()).doesNotContain("fault of Girdle");
  }

  @Test
  void anAddOnForAnotherSystem() throws IOException {
    byte[] code = new byte[4096];
    byte[] head = {(byte) 0xcf, (byte) 0xfa, (byte) 0xed, (byte) 0xfe, 0x0c, 0, 0, 1};
    System.arraycopy(head, 0, code, 0, head.length);
    Files.write(board.app.resolve("node_modules/ropes/gauge.node"), code);
    board.file(
        "node_modules/ropes/index.js",
        "let g = null; try { g = require('./gauge.node'); } catch {}\n"
            + "exports.tie = (a) => require('hemp')('-', a);");
    Result sealed = girdle("seal", board.app, "--form", "folder", "--target", "linux-x64");
    assertThat(sealed.status()).as(sealed.err()).isZero();
    Path made = dir.resolve("sealed/berth-board-2.1.0-linux-x64/app/node_modules/ropes");
    assertThat(made.resolve("index.js")).exists();
    assertThat(made.resolve("gauge.node")).doesNotExist();
    assertThat(girdle("closure", board.app, "--target", "linux-x64").out())
        .contains("native code, not for linux-x64");
  }
}
