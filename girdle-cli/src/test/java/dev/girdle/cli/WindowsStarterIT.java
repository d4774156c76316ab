package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The starter for Windows, run by Wine's {@code cmd.exe} with a {@code java.exe} that prints what
 * it is started with. Needs Debian's wine, wine64 and gcc-mingw-w64-x86-64, and is skipped without.
 */
class WindowsStarterIT {
  private static final String JAVA =
      """
      #include <stdio.h>
      #include <wchar.h>
      int wmain(int argc, wchar_t **argv) {
        int status = 0;
        for (int i = 1; i < argc; i++) {
          wprintf(L"[%ls]\\n", argv[i]);
          if (!wcscmp(argv[i], L"fail")) status = 42;
        }
        return status;
      }
      """;

  @TempDir static Path dir;
  private static Path folder;
  private static Path window;
  private static Wine windows;

  @BeforeAll
  static void seal() throws IOException {
    Wine.require(Wine.COMPILER);
    Path source = Files.writeString(dir.resolve("java.c"), JAVA);
    Run.of(Wine.COMPILER, "-municode", "-o", dir.resolve("java.exe"), source)
        .with("PATH", "/usr/bin:/bin")
        .well();
    Files.writeString(
        source,
        JAVA.replace("int status = 0;", "int status = 0; FILE *f = fopen(\"told.txt\", \"w\");")
            .replace("wprintf(", "fwprintf(f, ")
            .replace("return status;", "fclose(f); return status;"));
    Run.of(Wine.COMPILER, "-municode", "-mwindows", "-o", dir.resolve("javaw.exe"), source)
        .with("PATH", "/usr/bin:/bin")
        .go();
    Run.girdle("seal", Echo.build(dir, 17), "--form", "folder", "--out", dir.resolve("a b")).well();
    folder = dir.resolve("a b/echo-2.0");
    Object[] words = {
      "seal",
      dir.resolve("app"),
      "--form",
      "folder",
      "--out",
      dir,
      "--as",
      "window",
      "--opens-window",
      "--entry-arguments",
      "'50% \"&\" wow!' 'a\\'",
      "--entry-options",
      "'-Dq=say \"a|b\" & c'"
    };
    Run.girdle(words).well();
    window = dir.resolve("window");
    windows = Wine.in(dir);
  }

  @AfterAll
  static void end() throws IOException {
    if (windows != null) {
      windows.end();
    }
  }

  private static String java(String name, String version) throws IOException {
    Path home = dir.resolve("javas").resolve(name);
    Files.createDirectories(home.resolve("bin"));
    Files.copy(dir.resolve("java.exe"), home.resolve("bin/java.exe"));
    Files.writeString(home.resolve("release"), "IMPL=x\r\nJAVA_VERSION=\"" + version + "\"\r\n");
    return Wine.path(home);
  }

  /** A line of a batch file, as a user's own would call the starter. */
  private static Run calling(String arguments) throws IOException {
    String line = "@\"" + Wine.path(folder) + "\\bin\\echo.cmd\" " + arguments + "\r\n";
    Files.writeString(dir.resolve("use.cmd"), line);
    return windows.run("cmd", "/c", "use.cmd");
  }

  @Test
  void passesArgumentsAndTakesTheFirstJavaThatIsNewEnough() throws IOException {
    Run run = calling("one \"two words\" \"a&b\" \"wow!\" \"\" \"100 sure\"");
    run.with("ECHO_JAVA_HOME", java("old", "1.8.0_392")).with("ECHO_JAVA_OPTS", "-Xmx1g -Da=b");
    Run.Result result = run.with("JAVA_HOME", java("good", "21.0.1")).go();
    String lib = Wine.path(folder) + "\\lib\\";
    assertThat(result.out().replace("\r", ""))
        .isEqualTo(
            "[-Xmx1g]\n[-Da=b]\n[-cp]\n["
                + lib
                + "echo.jar;"
                + lib
                + "bell.jar]\n[org.ternhaven.echo.Echo]\n"
                + "[one]\n[two words]\n[a&b]\n[wow!]\n[]\n[100 sure]\n");
    assertThat(result.status()).isZero();
  }

  /**
   * A starter of a program with a window does not wait, so it has no output to catch but a file's.
   */
  @Test
  void aProgramWithAWindowOutlivesTheConsoleAndGetsItsFixedWords() throws Exception {
    String home = java("javaw", "17.0.3");
    Path javaw = dir.resolve("javas/javaw/bin/javaw.exe");
    Files.copy(dir.resolve("javaw.exe"), javaw);
    String line = "@\"" + Wine.path(window) + "\\bin\\echo.cmd\" one\r\n";
    Files.writeString(dir.resolve("window.cmd"), line);
    windows.run("cmd", "/c", "window.cmd").with("JAVA_HOME", home).go();
    Path told = dir.resolve("told.txt");
    for (int i = 0; i < 100 && !(Files.exists(told) && Files.size(told) > 0); i++) {
      Thread.sleep(100);
    }
    assertThat(Files.readString(told).replace("\r", ""))
        .contains("[-Dq=say \"a|b\" & c]\n")
        .endsWith("[org.ternhaven.echo.Echo]\n[50% \"&\" wow!]\n[a\\]\n[one]\n");
  }

  @Test
  void givesTheProgramsOwnExitStatus() throws IOException {
    Run run = calling("fail").with("JAVA_HOME", java("failing", "17.0.2"));
    assertThat(run.go().status()).isEqualTo(42);
  }

  @Test
  void looksInTheUsualPlacesAndSaysWhatItFound() throws IOException {
    Run.Result none = calling("x").with("JAVA_HOME", java("eleven", "11.0.2")).go();
    assertThat(none.status()).isEqualTo(127);
    assertThat(none.err().replace("\r", ""))
        .contains("echo: echo 2.0 needs Java 17 or newer, and there is none here.\n")
        .contains("found: Java 11");
    java("usual", "17.0.9");
    Path programs = windows.drive("Program Files/Java");
    Files.createDirectories(programs);
    Files.move(dir.resolve("javas/usual"), programs.resolve("jdk-17"));
    assertThat(calling("x").go().out()).contains("[x]");
  }

  @Test
  void saysThatItWasMovedAway() throws IOException {
    Files.copy(folder.resolve("bin/echo.cmd"), dir.resolve("alone.cmd"));
    Run.Result result = windows.run("cmd", "/c", "alone.cmd").go();
    assertThat(result.status()).isEqualTo(127);
    assertThat(result.err()).contains("was moved away from its folder");
  }

  /** The same {@code .exe} under another name: it tells a release if it is asked for one. */
  @Test
  void startsProgramsOfNode() throws IOException {
    BerthBoard board = new BerthBoard(dir.resolve("node"));
    Path source = dir.resolve("node.c");
    String asked = "if (argc == 2 && !wcscmp(argv[1], L\"--version\")) { puts(TOLD); return 0; }";
    Files.writeString(source, JAVA.replace("int status = 0;", "int status = 0; " + asked));
    Path programs = Files.createDirectories(windows.drive("Program Files/nodejs"));
    for (String release : List.of("18.1.9", "18.2.0", "20.0.1")) {
      Path home = Files.createDirectories(dir.resolve("nodes/" + release));
      Run.of(
              Wine.COMPILER,
              "-municode",
              "-DTOLD=\"v" + release + "\"",
              "-o",
              home.resolve("node.exe"),
              source)
          .with("PATH", "/usr/bin:/bin")
          .well();
    }
    Run.girdle("seal", board.app, "--target", "windows-x64", "--form", "folder", "--out", dir)
        .well();
    Path made = dir.resolve("berth-board-2.1.0-windows-x64");
    assertThat(made.resolve("bin/berth-board")).doesNotExist();
    String line = "@\"" + Wine.path(made) + "\\bin\\berth-board.cmd\" \"two words\" fail\r\n";
    Files.writeString(dir.resolve("board.cmd"), line);
    Path nodes = dir.resolve("nodes");
    Run old = windows.run("cmd", "/c", "board.cmd");
    Run.Result none = old.with("BERTH_BOARD_NODE", Wine.path(nodes.resolve("18.1.9"))).go();
    assertThat(none.status()).isEqualTo(127);
    assertThat(none.err()).contains("needs Node.js 18.2.0 or newer", "found: Node.js 18.1.9");
    Run named =
        windows.run("cmd", "/c", "board.cmd").with("BERTH_BOARD_NODE_OPTS", "--no-warnings");
    Run.Result result =
        named.with("BERTH_BOARD_NODE", Wine.path(nodes.resolve("18.2.0/node.exe"))).go();
    assertThat(result.status()).isEqualTo(42);
    assertThat(result.out().replace("\r", ""))
        .isEqualTo(
            "[--no-warnings]\n["
                + Wine.path(made)
                + "\\app\\server.js]\n[--quiet]\n[two words]\n[fail]\n");
    Files.copy(nodes.resolve("20.0.1/node.exe"), programs.resolve("node.exe"));
    assertThat(windows.run("cmd", "/c", "board.cmd").go().status()).isEqualTo(42);
  }
}
