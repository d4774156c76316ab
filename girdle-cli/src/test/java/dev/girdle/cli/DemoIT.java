package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DemoIT {
  @TempDir Path dir;

  @Test
  void goesTheWholeWayAndMayBeRunAgain() {
    for (int i = 0; i < 2; i++) {
      Result demo = Run.girdle("demo", "harbour").in(dir).well();
      assertThat(demo.out())
          .contains("slf4j-simple-2.0.17.jar")
          .contains("asks for services of org.slf4j.spi.SLF4JServiceProvider")
          .contains("names in its text org.apache.commons.codec.digest.XXHash32")
          .contains("Stays behind: 3 components")
          .contains("Ansi  called by org.ternhaven.tidebook.Paint.isAvailable")
          .contains("page sum 4c2a9646")
          .doesNotContain("exit status");
      assertThat(demo.err()).isEmpty();
    }
    assertThat(dir.resolve("harbour/sealed/tidebook-1.4.0/bin/tidebook")).isExecutable();
    Path board = dir.resolve("harbour/sealed/berth-board-2.1.0");
    assertThat(board.resolve("bin/berth-board")).isExecutable();
    assertThat(board.resolve("app/node_modules/mustache/mustache.js")).exists();
    assertThat(board.resolve("app/node_modules/pier-lint")).doesNotExist();
    if (BerthBoard.CAN_RUN) {
      Run archive = Run.of("node", dir.resolve("harbour/sealed/berth-board-2.1.0.cjs"), "--print");
      assertThat(archive.well().out()).contains("Kittiwake, until 18:40", "1 free");
      assertThat(
              Run.girdle("rehearse", board, "--plan", dir.resolve("harbour/berth-board"))
                  .go()
                  .out())
          .contains("A stranger can run it");
    }
  }

  @Test
  void everyShapeGivesTheSameAndIsAFractionOfWhatWasHandedOver() throws IOException {
    JsonNode demo =
        new ObjectMapper().readTree(Run.girdle("demo", "--json").in(dir).well().bytes());
    assertThat(demo.get("artifacts")).hasSize(3);
    for (JsonNode artifact : demo.get("artifacts")) {
      assertThat(artifact.get("same").asBoolean()).as(artifact.toString()).isTrue();
      assertThat(artifact.get("bytes").asLong() * 4).isLessThan(demo.get("beforeBytes").asLong());
    }
  }

  @Test
  void leavesTheFoldersOfOthersAlone() throws IOException {
    Path mine = Files.createDirectory(dir.resolve("mine"));
    Files.writeString(mine.resolve("letter"), "dear harbour master");
    Result demo = Run.girdle("demo", mine).go();
    assertThat(demo.status()).isEqualTo(2);
    assertThat(demo.err()).contains("was not made by the demo");
    assertThat(mine.resolve("letter")).hasContent("dear harbour master");
  }

  @Test
  void explainsEveryComponentOfTheDemo() {
    Run.girdle("demo", "d").in(dir).well();
    Path app = dir.resolve("d/tidebook");
    assertThat(Run.girdle("explain", app, "slf4j-simple").well().out())
        .contains("is in. 7 of its 12 items are reached")
        .contains("1  the plan starts with org.ternhaven.tidebook.TideBook")
        .contains("asks for services of");
    assertThat(Run.girdle("explain", app, "SimpleServiceProvider").well().out())
        .contains("lists the provider org.slf4j.simple.SimpleServiceProvider");
    assertThat(Run.girdle("explain", app, "byte-buddy-1.15.11.jar").well().out())
        .contains("is left out, 8.5 MB: nothing in the closure needs it")
        .contains("org.assertj.core");
    assertThat(Run.girdle("explain", app, "Ansi").well().out())
        .contains("org.fusesource.jansi.Ansi is missing. The program is prepared for its absence");
    assertThat(Run.girdle("explain", app, "HANDOVER.txt").well().out())
        .contains("is not taken for a part of the program");
    assertThat(Run.girdle("explain", app, "java.base").well().out())
        .contains("is in. It comes with Java");
  }
}
