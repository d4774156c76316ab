package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;

/** What a plan says of single files of native programs, and what rehearsals see of them. */
class NativePlanIT extends NativeCase {
  private Path plan(String contents, String... forms) throws IOException {
    return Files.writeString(
        dir.resolve("girdle.yaml"),
        """
        girdle: 1
        application: {from: pilot}
        identity: {name: pilot, release: "1.2"}
        entries: {pilot: {start: pilot}}
        contents:
        %s
        forms: [%s]
        out: made
        rehearsals:
          trip:
            input: moves.txt
            prints: ["All ships are in, after 27 steps."]
        """
            .formatted(contents.indent(2).stripTrailing(), String.join(", ", forms)));
  }

  private Path pilot() throws IOException {
    Path game = game();
    Files.writeString(dir.resolve("moves.txt"), MOVES);
    return game;
  }

  @Test
  void theOrderOfThePlanIsThatOfTheArchiveAndFoldersBecomePacks() throws IOException {
    pilot();
    plan(
        """
        prune: files
        start: [starter/levels/sample.lvl]
        order: [settings.ini, "levels/**", "pictures/**"]
        packs: [{folder: starter, to: starter.pak, compressed: false}]
        """,
        "zip");
    girdle("seal");
    Path zip = dir.resolve("made/pilot-1.2-linux-x64.zip");
    try (ZipFile made = new ZipFile(zip.toFile())) {
      List<String> own =
          made.stream()
              .map(ZipEntry::getName)
              .filter(n -> n.contains("/app/"))
              .map(n -> n.substring(n.indexOf("/app/") + 5))
              .toList();
      assertThat(own.get(0)).isEqualTo("settings.ini");
      assertThat(own.subList(1, 4)).allMatch(n -> n.startsWith("levels/"));
      assertThat(own.subList(4, 8)).allMatch(n -> n.startsWith("pictures/"));
      assertThat(own).contains("starter.pak").noneMatch(n -> n.startsWith("starter/"));
      Path pack = dir.resolve("starter.pak");
      String name = "pilot-1.2-linux-x64/app/starter.pak";
      Files.copy(made.getInputStream(made.getEntry(name)), pack);
      try (ZipFile inside = new ZipFile(pack.toFile())) {
        // the sample names them, and nothing else is reached
        assertThat(inside.stream().map(ZipEntry::getName))
            .contains("levels/sample.lvl", "pictures/castle.png")
            .doesNotContain("pictures/dragon.png");
        assertThat(inside.stream().map(ZipEntry::getMethod)).containsOnly(ZipEntry.STORED);
        ZipEntry castle = inside.getEntry("pictures/castle.png");
        assertThat(inside.getInputStream(castle).readAllBytes())
            .isEqualTo(Files.readAllBytes(dir.resolve("pilot/starter/pictures/castle.png")));
      }
    }
    assertThat(girdle("explain", ".", "starter/pictures/castle.png").out())
        .contains("the plan begins with starter/levels/sample.lvl")
        .contains("starter/levels/sample.lvl names starter/pictures/castle.png");
    assertThat(girdle("seal", "--replace").status()).isZero();
  }

  @Test
  void whatIsForOneTargetAloneStaysBehindElsewhere() throws IOException {
    pilot();
    plan("only: {windows-x64: [sounds/bell.wav], linux: [sounds/horn-short.wav]}", "folder");
    girdle("seal", "--target", "linux-x64");
    Path sounds = dir.resolve("made/pilot-1.2-linux-x64/app/sounds");
    assertThat(sounds.resolve("bell.wav")).doesNotExist();
    assertThat(sounds.resolve("horn-short.wav")).exists();
    assertThat(girdle("explain", ".", "sounds/bell.wav", "--target", "linux-x64").out())
        .contains("left out", "only for windows-x64");
  }

  @Test
  void whatAPlanSaysOfNothingIsRefusedAllAtOnce() throws IOException {
    pilot();
    plan("order: [level/**]\nstart: [firstt.lvl]\nuntouched: [pilott]", "folder");
    assertThat(girdle("seal").err())
        .contains("order: level/**", "start: firstt.lvl", "untouched: pilott", "did you mean");
    plan("packs: [{folder: level}]", "folder");
    assertThat(girdle("seal").err())
        .contains("girdle.yaml:6:11: packs: nothing that goes along lies in level");
    plan("packs: [{folder: levels}, {folder: levels/deep}]", "folder");
    assertThat(girdle("seal").err()).contains("lie in each other");
    plan("packs: [{folder: ../levels}]", "folder");
    assertThat(girdle("seal").err()).contains("../levels leads out");
    assertThat(dir.resolve("made")).doesNotExist();
  }

  @Test
  void codeThatIsLeftAloneStaysTheSameAndRuns() throws IOException {
    Path game = pilot();
    // its child is told nothing of what the loader of the program was told
    source(
        "ask.c",
        "#include <stdlib.h>\n#include <stdio.h>\n#include <png.h>\nint main(void) {"
            + " puts(png_get_libpng_ver(NULL)); return system(\"env | grep ^LD_\") == 0; }\n");
    compile("-o", game.resolve("ask"), "ask.c", "-lpng");
    plan("untouched: [{what: pilot, note: it checks itself}, ask]", "folder");
    for (String runtime : List.of("host", "whole")) {
      assertThat(
              girdle(
                      "seal",
                      "--entry",
                      "pilot",
                      "--entry",
                      "ask",
                      "--runtime",
                      runtime,
                      "--replace")
                  .out())
          .contains("app/pilot is left as it is, since the plan says so");
      Path made = dir.resolve("made/pilot-1.2-linux-x64");
      assertThat(made.resolve("app/pilot")).hasSameBinaryContentAs(game.resolve("pilot"));
      assertThat(Run.of(made.resolve("bin/pilot")).input(MOVES).in(dir).well().out())
          .contains("All ships are in, after 27 steps.");
      assertThat(Run.of(made.resolve("bin/ask")).in(dir).with("PATH", "/usr/bin:/bin").well().out())
          .startsWith("1.6.")
          .doesNotContain("LD_");
    }
  }

  @Test
  void symbolsAreKeptForDebuggersAlone() throws IOException {
    pilot();
    plan("prune: files", "folder", "symbols");
    girdle("seal");
    Path symbols = dir.resolve("made/pilot-1.2-linux-x64-symbols.zip");
    try (ZipFile made = new ZipFile(symbols.toFile())) {
      List<String> names = made.stream().map(ZipEntry::getName).toList();
      assertThat(names)
          .anyMatch(n -> n.matches("\\.build-id/[0-9a-f]{2}/[0-9a-f]+\\.debug"))
          .hasSize(2);
    }
    Assumptions.assumeTrue(Files.exists(Path.of("/usr/bin/gdb")), "not looked with gdb: needs it");
    Run.of("unzip", "-q", symbols, "-d", "symbols").in(dir).with("PATH", "/usr/bin").well();
    String line =
        Run.of(
                "gdb",
                "-nx",
                "-batch",
                "-iex",
                "set debug-file-directory " + dir.resolve("symbols"),
                "-ex",
                "info line main",
                "made/pilot-1.2-linux-x64/app/pilot")
            .in(dir)
            .with("PATH", "/usr/bin:/bin")
            .well()
            .out();
    assertThat(line).contains("pilot.c");
  }

  @Test
  void aRehearsalPutsBackWhatWasLeftOutAndTellsWhatARunOpened() throws IOException {
    Assumptions.assumeTrue(
        Files.exists(Path.of("/usr/bin/busybox")) && Files.exists(Path.of("/usr/bin/strace")),
        "skipped: needs busybox and strace");
    Path app = Files.createDirectories(dir.resolve("chart"));
    Files.writeString(app.resolve("ch7.dat"), "deep water\n"); // a name that stands nowhere
    Files.writeString(app.resolve("shoals.dat"), "shallow water\n");
    Files.writeString(app.resolve("unused.dat"), "no water\n");
    source(
        "chart.c",
        """
        #include <stdio.h>
        int main(int n, char **words) {
          char path[40], line[40];
          snprintf(path, sizeof path, "%c%c%d.dat", 'c', 'h', n + 6);
          if (n > 1) snprintf(path, sizeof path, "shoals.dat");
          FILE *file = fopen(path, "r");
          return file && fgets(line, sizeof line, file) && printf("%s", line) > 0 ? 0 : 3;
        }
        """);
    compile("-o", app.resolve("chart"), "chart.c");
    Files.writeString(
        dir.resolve("girdle.yaml"),
        """
        girdle: 1
        application: {from: chart}
        identity: {name: chart}
        contents: {prune: files}
        forms: [folder]
        out: made
        rehearsals: {deep: {prints: [deep water]}}
        """);
    girdle("seal");
    assertThat(girdle("rehearse", "made/chart-linux-x64").out())
        .contains("the file ch7.dat was looked for, and was left out")
        .contains("always: [ch7.dat]");
    assertThat(girdle("seal", "--rehearse", "--replace").err())
        .contains("put back, since a rehearsal missed it", "--always ch7.dat");
    Path evidence = dir.resolve("seen.txt");
    Run.girdle("rehearse", "made/chart-linux-x64", "--against", ".", "--evidence", evidence)
        .in(dir)
        .well();
    assertThat(evidence)
        .content()
        .contains("{\"saw\":\"content\",\"name\":\"ch7.dat\"}")
        .doesNotContain("shoals");
    assertThat(girdle("closure", "--evidence", evidence).out())
        .contains("Seen in use: 2 files", "ch7.dat")
        .contains("Quiet");
    girdle("seal", "--replace", "--evidence", evidence, "--never-quiet");
    assertThat(dir.resolve("made/chart-linux-x64/app/shoals.dat")).doesNotExist();
    assertThat(dir.resolve("made/chart-linux-x64/app/ch7.dat")).exists();
  }

  @Test
  void anImageStartsItWhereItsContentLies() throws IOException {
    pilot();
    for (String contents : List.of("prune: files", "untouched: [pilot]")) {
      plan(contents, "image");
      Run.girdle("seal", "--replace").in(dir).well();
      Result result = girdle("rehearse", "made/pilot-1.2-image.tar", "--plan", "girdle.yaml");
      assertThat(result.err()).isEmpty();
      assertThat(result.out()).contains("A stranger can run it");
    }
  }
}
