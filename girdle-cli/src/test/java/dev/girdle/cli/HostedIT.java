package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Applications that a prebuilt program runs: one of the harbour office, which needs a C compiler,
 * and an engine of Debian's (package love). What is not there is skipped.
 */
class HostedIT {
  /** Prints the first file of the tar archive beside it, and what it was given. */
  private static final String READER =
      """
      #include <stdio.h>
      #include <stdlib.h>
      #include <string.h>
      #include <unistd.h>
      int main(int argc, char **argv) {
        char path[4000];
        ssize_t length = readlink("/proc/self/exe", path, 3900);
        if (length < 0) return 2;
        path[length] = 0;
        strcpy(strrchr(path, '/'), "/data/board.tar");
        FILE *in = fopen(path, "rb");
        if (!in) { perror(path); return 3; }
        char head[512], text[512];
        if (fread(head, 1, 512, in) != 512) return 4;
        long size = strtol(head + 124, NULL, 8);
        if (fread(text, 1, size, in) != (size_t) size) return 5;
        printf("%s: %.*s", head, (int) size, text);
        for (int i = 1; i < argc; i++) printf("[%s]", argv[i]);
        printf("%s\\n", getenv("PIER"));
        return 0;
      }
      """;

  @TempDir Path dir;
  private Path app;

  @BeforeEach
  void build() throws IOException {
    app = Files.createDirectories(dir.resolve("board"));
    Files.writeString(app.resolve("board.txt"), "north\n");
    Files.writeString(app.resolve("package.json"), "{\"name\": \"board\", \"version\": \"1.4.0\"}");
    Path tool = Files.createDirectories(app.resolve("node_modules/checker"));
    Files.writeString(
        tool.resolve("package.json"), "{\"name\": \"checker\", \"version\": \"1.0.0\"}");
    Files.writeString(tool.resolve("index.js"), "");
  }

  private Result seal(String entry, String runtime) throws IOException {
    Files.writeString(
        app.resolve("girdle.yaml"),
        """
        girdle: 1
        application: {from: ., language: node}
        entries:
          board: %s
        runtime: %s
        forms: [folder, executable]
        out: ../out
        """
            .formatted(entry, runtime));
    return Run.girdle("seal", app, "--replace").in(dir).go();
  }

  private Path made() throws IOException {
    try (var all = Files.list(dir.resolve("out"))) {
      return all.filter(Files::isDirectory).findFirst().orElseThrow();
    }
  }

  @Test
  void aProgramOfTheHarbourOfficeReadsItsArchive() throws IOException {
    Assumptions.assumeTrue(Files.exists(Path.of("/usr/bin/cc")), "skipped: needs a C compiler");
    Path host = Files.createDirectories(dir.resolve("host/data")).getParent();
    Path source = Files.writeString(dir.resolve("reader.c"), READER);
    Run cc = Run.of("/usr/bin/cc", "-o", host.resolve("reader"), source);
    cc.with("PATH", "/usr/bin:/bin").well();
    Files.writeString(host.resolve("LICENSE"), "licence of the reader");
    Files.createSymbolicLink(host.resolve("notes"), Path.of("LICENSE"));
    String entry = "{start: board.txt, options: [--at, \"{place}\"], environment: {PIER: \"4 b\"}}";
    String runtime = "{kind: whole, from: ../host, place: data/board.tar, as: tar}";
    Result sealed = seal(entry, runtime);
    assertThat(sealed.err()).isEmpty();
    assertThat(sealed.out()).contains("with host, which runs it");
    Path made = Files.move(made(), dir.resolve("moved away"));
    Path place = made.resolve("host/data/board.tar");
    assertThat(made.resolve("host/reader")).doesNotExist();
    assertThat(made.resolve("host/notes")).isSymbolicLink();
    assertThat(Run.of(made.resolve("bin/board"), "it's").well().out())
        .isEqualTo("board.txt: north\n[--at][" + place + "][it's]4 b\n");
    assertThat(Run.of("/bin/tar", "-tf", place).well().out())
        .isEqualTo("board.txt\npackage.json\n");
    assertThat(Run.girdle("inspect", made, "--files").well().out())
        .contains("in it: board.txt", "which runs the application, under its name");
    assertThat(Run.girdle("check", made).go().status()).isZero();
    assertThat(Run.girdle("rehearse", made).go().out()).contains("A stranger can run it");
    byte[] before = Files.readAllBytes(place);
    seal(entry, runtime);
    assertThat(made().resolve("host/data/board.tar")).hasBinaryContent(before);
  }

  @Test
  void anEngineOfTheSystemOpensItsZip() throws IOException {
    Path engine = Path.of("/usr/bin/love-11.4");
    Assumptions.assumeTrue(Files.exists(engine), "skipped: needs the package love");
    Files.writeString(
        app.resolve("conf.lua"),
        "function love.conf(t) for m in pairs(t.modules) do t.modules[m] = m == 'event' end end");
    Files.writeString(
        app.resolve("main.lua"),
        """
        function love.load(args)
          print("opened", love.filesystem.read("board.txt"), args[1])
          love.event.quit(0)
        end
        """);
    Result sealed =
        seal(
            "{start: main.lua, options: [\"{place}\"]}",
            "{kind: whole, from: /usr/bin/love-11.4, place: share/board.love, as: zip}");
    assertThat(sealed.err()).isEmpty();
    Run run = Run.of(made().resolve("bin/board"), "south").with("HOME", dir.toString());
    assertThat(run.well().out()).isEqualTo("opened\tnorth\n\tsouth\n");
  }

  @Test
  void whatDoesNotFitIsSaid() throws IOException {
    Path host = Files.createDirectories(dir.resolve("host/data")).getParent();
    String entry = "{start: board.txt}";
    assertThat(seal(entry, "{kind: whole, from: ../host, place: data/app}").err())
        .contains("has no program at its top", "program: PATH");
    Files.copy(Path.of("/bin/true"), host.resolve("one"));
    assertThat(seal(entry, "{kind: whole, from: ../host, place: ../x}").err())
        .contains("leads out");
    assertThat(seal(entry, "{kind: host, from: ../host, place: x}").err()).contains("kind: whole");
    Files.writeString(host.resolve("data/app"), "x");
    assertThat(seal(entry, "{kind: whole, from: ../host, place: data/app}").err())
        .contains("has something at data/app already");
    Files.copy(Path.of("/bin/true"), host.resolve("two"));
    assertThat(seal(entry, "{kind: whole, from: ../host, place: app}").err())
        .contains("has several programs at its top: one, two");
    Result named = seal(entry, "{kind: whole, from: ../host, program: two, place: app}");
    assertThat(named.err()).isEmpty();
    assertThat(made().resolve("host/app/board.txt")).exists();
    assertThat(made().resolve("host/app/girdle.yaml")).doesNotExist();
    assertThat(Run.of(made().resolve("bin/board")).go().status()).isZero();
    assertThat(seal(entry, "{kind: whole, place: app}").err()).contains("which program");
  }
}
