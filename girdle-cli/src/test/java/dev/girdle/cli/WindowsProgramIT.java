package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.place.Folders;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The programs that start applications on Windows, run under Wine with a real Java and a real
 * Node.js for Windows. Skipped where these are not, see {@link Wine}.
 */
class WindowsProgramIT {
  private static final List<String> AWKWARD =
      List.of(
          "two words",
          "",
          "a&b",
          "100%",
          "%PATH%",
          "wow!",
          "^x^",
          "quo\"te",
          "\"",
          "back\\",
          "back slash\\",
          "\\\"",
          "\\\\srv\\x",
          "(a|b)<c>",
          "=;,",
          "港 🚢 ö",
          "'");

  @TempDir static Path dir;
  private static Wine windows;
  private static Path folder;
  private static Path program;

  @BeforeAll
  static void seal() throws IOException {
    Wine.require(Wine.JAVA.resolve("bin/server/jvm.dll"));
    Path app = Echo.build(dir, 17);
    Run.girdle(
            "seal",
            app,
            "--target",
            "windows-x64",
            "--form",
            "folder",
            "--form",
            "executable",
            "--runtime",
            "whole",
            "--runtime-from",
            Wine.JAVA,
            "--out",
            dir.resolve("made here"))
        .well();
    folder = dir.resolve("made here/echo-2.0-windows-x64");
    program = dir.resolve("made here/echo-2.0-windows-x64.exe");
    windows = Wine.in(dir);
  }

  @AfterAll
  static void end() throws IOException {
    if (windows != null) {
      windows.end();
    }
  }

  private static String shown(List<String> arguments) {
    StringBuilder text = new StringBuilder("ding\n");
    arguments.forEach(a -> text.append('[').append(a).append("]\n"));
    return text.toString();
  }

  private static Run with(Path what, List<String> arguments) {
    List<Object> words = new ArrayList<>(List.of(what));
    words.addAll(arguments);
    return windows.run(words.toArray());
  }

  private static String out(Run run) {
    return run.go().out().replace("\r", "");
  }

  @Test
  void argumentsGoThroughAsTheyAre() {
    for (Path what : List.of(folder.resolve("echo.exe"), program)) {
      assertThat(out(with(what, AWKWARD))).as("%s", what).startsWith(shown(AWKWARD) + "dir Z:\\");
    }
  }

  @Test
  void statusInputAndOptionsAreTheProgramsOwn() {
    Run run =
        with(folder.resolve("echo.exe"), List.of("fail"))
            .with("ECHO_JAVA_OPTS", "-Xmx64m -Dtest.option=tide")
            .input("one\ntwo\n");
    Run.Result result = run.go();
    assertThat(result.status()).isEqualTo(42);
    assertThat(result.out().replace("\r", "")).contains("option tide\nin one\nin two\n");
    Run.Result launched =
        with(folder.resolve("echo.exe"), List.of("fail", "a b\\"))
            .with("ECHO_JAVA_OPTS", "-showversion -Dtest.option=ebb")
            .go();
    assertThat(launched.err()).as("an option of Java's launcher alone").contains("Runtime");
    assertThat(launched.status()).isEqualTo(42);
    assertThat(launched.out().replace("\r", "")).contains("[fail]\n[a b\\]\n", "option ebb");
  }

  @Test
  void movedAloneItSaysAllThatIsMissing() throws IOException {
    Path alone = Files.createDirectories(dir.resolve("alone"));
    Files.copy(folder.resolve("echo.exe"), alone.resolve("echo.exe"));
    Run.Result result = windows.run(alone.resolve("echo.exe")).go();
    assertThat(result.status()).isEqualTo(127);
    assertThat(result.err())
        .contains("moved away from its folder", "echo 2.0")
        .contains("lib\\echo.jar", "lib\\bell.jar", "runtime\\bin\\java.exe");
  }

  @Test
  void sixteenFirstStartsAtOnceEndWell() throws Exception {
    Path place = Files.createDirectories(dir.resolve("crowd"));
    List<CompletableFuture<String>> runs =
        Stream.iterate(0, i -> i < 16, i -> i + 1)
            .map(
                i ->
                    CompletableFuture.supplyAsync(
                        () ->
                            out(
                                with(program, List.of("n" + i))
                                    .with("ECHO_UNPACK_DIR", Wine.path(place)))))
            .toList();
    for (int i = 0; i < runs.size(); i++) {
      assertThat(runs.get(i).get()).startsWith(shown(List.of("n" + i)));
    }
    try (Stream<Path> left = Files.list(place)) {
      assertThat(left.map(p -> p.getFileName().toString()))
          .singleElement()
          .asString()
          .matches("echo-[0-9a-f]{16}");
    }
  }

  /** Killed earlier and later; what was begun is swept away, and the next start ends well. */
  @Test
  void whoIsKilledWhileUnpackingDoesNoHarm() throws Exception {
    Path place = Files.createDirectories(dir.resolve("killed"));
    Map<String, String> there = Map.of("ECHO_UNPACK_DIR", Wine.path(place));
    int begun = 0;
    for (int millis = 150; millis <= 1050; millis += 150) {
      Process process = windows.start(there, program, "x");
      Thread.sleep(millis);
      process.destroyForcibly().waitFor();
      Path half = null;
      try (Stream<Path> left = Files.list(place)) {
        half =
            left.filter(p -> p.getFileName().toString().startsWith(".echo"))
                .findFirst()
                .orElse(null);
      }
      begun += half != null ? 1 : 0;
      assertThat(out(with(program, List.of("y")).with("ECHO_UNPACK_DIR", Wine.path(place))))
          .startsWith(shown(List.of("y")));
      try (Stream<Path> left = Files.list(place)) {
        assertThat(left).hasSize(1);
      }
      windows
          .run(program)
          .with("ECHO_UNPACK_DIR", Wine.path(place))
          .with("ECHO_FILE", "verify")
          .well();
      Folders.delete(place);
      Files.createDirectories(place);
    }
    assertThat(begun).as("some were killed half-way").isPositive();
  }

  @Test
  void whatIsLostIsPutBackAndWhatIsAlteredIsTold() throws IOException {
    String place = Wine.path(Files.createDirectories(dir.resolve("mend")));
    String there =
        windows
            .run(program)
            .with("ECHO_UNPACK_DIR", place)
            .with("ECHO_FILE", "unpack")
            .well()
            .out()
            .strip();
    Path unpacked = dir.resolve("mend").resolve(there.substring(there.lastIndexOf('\\') + 1));
    Files.delete(unpacked.resolve("lib/bell.jar"));
    assertThat(out(windows.run(program).with("ECHO_UNPACK_DIR", place))).startsWith("ding\n");
    byte[] jar = Files.readAllBytes(unpacked.resolve("lib/bell.jar"));
    jar[jar.length / 2] ^= 1;
    Files.write(unpacked.resolve("lib/bell.jar"), jar);
    Run verify = windows.run(program).with("ECHO_UNPACK_DIR", place).with("ECHO_FILE", "verify");
    Run.Result told = verify.go();
    assertThat(told.status()).isEqualTo(1);
    assertThat(told.err()).contains("missing or altered: 1");
    windows.run(program).with("ECHO_UNPACK_DIR", place).with("ECHO_FILE", "unpack").well();
    assertThat(verify.well().out()).contains("whole and unaltered");
  }

  @Test
  void damagedFilesAndPlacesAreTold() throws IOException {
    Path copy = dir.resolve("copy.exe");
    Files.copy(program, copy);
    try (RandomAccessFile file = new RandomAccessFile(copy.toFile(), "rw")) {
      file.seek(file.length() / 2);
      int old = file.read();
      file.seek(file.length() / 2);
      file.write(old ^ 1);
    }
    String place = Wine.path(Files.createDirectories(dir.resolve("damage")));
    Run.Result flipped = windows.run(copy).with("ECHO_UNPACK_DIR", place).go();
    assertThat(flipped.status()).isEqualTo(126);
    assertThat(flipped.err()).contains("was altered");
    assertThat(dir.resolve("damage")).isEmptyDirectory();
    try (RandomAccessFile file = new RandomAccessFile(copy.toFile(), "rw")) {
      file.setLength(file.length() - 1);
    }
    assertThat(windows.run(copy).go().err()).contains("is not whole");
    Path none = Files.writeString(dir.resolve("no-folder"), "x");
    Run.Result noPlace = windows.run(program).with("ECHO_UNPACK_DIR", Wine.path(none)).go();
    assertThat(noPlace.status()).isEqualTo(126);
    assertThat(noPlace.err()).contains("no folder to unpack into", "ECHO_UNPACK_DIR");
  }

  @Test
  void withTheReceiversJavaItIsAJarAsWell() throws IOException {
    Run.girdle(
            "seal",
            dir.resolve("app"),
            "--target",
            "windows-x64",
            "--form",
            "executable",
            "--out",
            dir.resolve("host"))
        .well();
    Path jar = dir.resolve("host/echo-2.0-windows-x64.exe");
    assertThat(Run.of(Run.JAVA, "-jar", jar, "x").well().out()).startsWith("ding\n[x]\n");
    Run.Result none = windows.run(jar, "x").go();
    assertThat(none.status()).isEqualTo(127);
    assertThat(none.err()).contains("echo 2.0 needs Java 17 or newer", "ECHO_JAVA_HOME");
    Path old = Files.createDirectories(dir.resolve("old/bin"));
    Files.copy(Wine.JAVA.resolve("bin/java.exe"), old.resolve("java.exe"));
    Files.writeString(dir.resolve("old/release"), "JAVA_VERSION=\"1.8.0_392\"\n");
    Run.Result told = windows.run(jar, "x").with("JAVA_HOME", Wine.path(dir.resolve("old"))).go();
    assertThat(told.err()).contains("found: Java 8");
    assertThat(out(windows.run(jar, "x").with("JAVA_HOME", Wine.path(Wine.JAVA))))
        .startsWith("ding\n[x]\n");
    windows
        .run(
            "reg",
            "add",
            "HKLM\\SOFTWARE\\JavaSoft\\JDK\\17.0.9",
            "/v",
            "JavaHome",
            "/d",
            Wine.path(Wine.JAVA),
            "/f")
        .well();
    assertThat(out(windows.run(jar, "x"))).as("found in the registry").startsWith("ding\n[x]\n");
    windows.run("reg", "delete", "HKLM\\SOFTWARE\\JavaSoft", "/f").well();
  }

  @Test
  void commandsReadItAndItIsRehearsed() {
    assertThat(Run.girdle("inspect", program).well().out()).contains("echo 2.0, an executable");
    assertThat(Run.girdle("check", program).well().out()).contains("whole and unaltered");
    assertThat(Run.girdle("compare", program, folder).go().out()).contains("none differs");
    Run.Result rehearsed = Run.girdle("rehearse", program, "--expect", "[a b]", "--", "a b").go();
    assertThat(rehearsed.out() + rehearsed.err())
        .contains("under Wine", "A stranger can run it")
        .contains("yes start");
  }

  /** Girdle on Windows: what it makes there are the same bytes. */
  @Test
  void whatIsSealedUnderWineIsTheSame() throws IOException {
    String lib = System.getProperty("girdle.lib");
    List<Object> words =
        new ArrayList<>(
            List.of(
                Wine.JAVA.resolve("bin/java.exe"),
                "-XX:TieredStopAtLevel=1",
                "-cp",
                Wine.path(Path.of(System.getProperty("girdle.jar")))
                    + ";"
                    + Wine.path(Path.of(lib))
                    + "\\*",
                "dev.girdle.cli.Main"));
    List<String> seal =
        List.of(
            "seal",
            Wine.path(dir.resolve("app")),
            "--target",
            "windows-x64",
            "--form",
            "folder",
            "--form",
            "archive",
            "--form",
            "executable",
            "--runtime",
            "host",
            "--out",
            "C:\\sealed");
    words.addAll(seal);
    Run.Result there = windows.run(words.toArray()).go();
    assertThat(there.err()).doesNotContain("girdle:");
    List<String> here = new ArrayList<>(seal);
    here.set(1, dir.resolve("app").toString());
    here.set(here.size() - 1, dir.resolve("here").toString());
    Run.girdle(here.toArray()).well();
    try (Stream<Path> files = Files.walk(dir.resolve("here"))) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        Path other =
            windows.drive("sealed").resolve(dir.resolve("here").relativize(file).toString());
        assertThat(other).hasSameBinaryContentAs(file);
      }
    }
  }

  @Test
  void programsOfNodeAreStartedAsChildren() throws IOException {
    Wine.require(Wine.NODE);
    BerthBoard board = new BerthBoard(dir.resolve("node"));
    Run.girdle(
            "seal",
            board.app,
            "--target",
            "windows-x64",
            "--form",
            "folder",
            "--form",
            "executable",
            "--runtime",
            "whole",
            "--runtime-from",
            Wine.NODE,
            "--out",
            dir.resolve("boards"))
        .well();
    Path made = dir.resolve("boards/berth-board-2.1.0-windows-x64");
    for (Path what : List.of(made.resolve("berth-board.exe"), Path.of(made + ".exe"))) {
      Run.Result result = windows.run(what, "--now").go();
      assertThat(result.out().replace("\r", "")).as(result.err()).isEqualTo(BerthBoard.SAYS);
    }
    Files.delete(made.resolve("app/server.js"));
    assertThat(windows.run(made.resolve("berth-board.exe")).go().err()).contains("app\\server.js");
  }

  @Test
  void prebuiltProgramsGetTheirWordsAsThePlanSays() throws IOException {
    Wine.require(Wine.COMPILER);
    Path host = Files.createDirectories(dir.resolve("engine"));
    Path source =
        Files.writeString(
            dir.resolve("engine.c"),
            """
            #include <stdio.h>
            #include <wchar.h>
            int wmain(int argc, wchar_t **argv) {
              for (int i = 1; i < argc; i++) wprintf(L"[%ls]\\n", argv[i]);
              return 7;
            }
            """);
    Run.of(Wine.COMPILER, "-municode", "-o", host.resolve("engine.exe"), source)
        .with("PATH", "/usr/bin:/bin")
        .well();
    BerthBoard board = new BerthBoard(dir.resolve("hosted"));
    Path plan =
        Files.writeString(
            dir.resolve("hosted.yaml"),
            """
            girdle: 1
            application: {from: "%s"}
            identity: {name: board, release: 1.0}
            entries:
              board:
                start: server.js
                options: ["--root={place}"]
                arguments: ["50%% \\"q\\" done\\\\"]
            runtime: {kind: whole, from: engine, place: resources/app}
            targets: [windows-x64]
            forms: [folder, executable]
            out: boarded
            """
                .formatted(board.app));
    Run.girdle("seal", plan).well();
    Path made = dir.resolve("boarded/board-1.0-windows-x64");
    for (Path what : List.of(made.resolve("board.exe"), Path.of(made + ".exe"))) {
      Run.Result result = windows.run(what, "user arg").go();
      assertThat(result.status()).isEqualTo(7);
      assertThat(result.out().replace("\r", ""))
          .matches(
              "\\[--root=.*\\\\host\\\\resources\\\\app]\n\\[50% \"q\" done\\\\]\n\\[user arg]\n");
    }
  }

  /** What binutils says of them, who have nothing to do with us. */
  @Test
  void itUsesNothingButWhatEveryWindowsHas() {
    Path dump = Path.of("/usr/bin/x86_64-w64-mingw32-objdump");
    Wine.require(dump);
    for (Path what : List.of(folder.resolve("echo.exe"), program)) {
      Run.Result read = Run.of(dump, "-x", what).with("PATH", "/usr/bin:/bin").well();
      assertThat(read.err()).isEmpty();
      assertThat(read.out())
          .contains(
              "HIGH_ENTROPY_VA", "DYNAMIC_BASE", "NX_COMPAT", "Subsystem\t\t00000003", ".rsrc");
      assertThat(read.out().lines().filter(l -> l.contains("DLL Name:")).map(l -> l.split(": ")[1]))
          .isSubsetOf("KERNEL32.dll", "USER32.dll", "GDI32.dll", "ADVAPI32.dll");
    }
  }
}
