package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Locales, masks, temporary folders, processes that are killed: nothing is lost, nothing is left.
 */
class OddMachinesIT {
  private static final int MOST_KILLS = 8;
  private static final String NO_LIBRARIES =
      Path.of(System.getProperty("girdle.lib")).resolveSibling("no-repository").toString();
  private static final Path LAUNCHER = Path.of("../girdle").toAbsolutePath().normalize();

  @TempDir Path dir;
  private Path app;
  private Path out;

  @BeforeEach
  void build() throws IOException {
    app = Echo.build(dir, 17);
    out = dir.resolve("out");
  }

  /** By the script, as from a pipeline or a bare container. */
  private Run launched(String locale, Object... words) {
    Object[] all = Stream.concat(Stream.of(LAUNCHER), Stream.of(words)).toArray();
    Run run = Run.of(all).with("PATH", "/usr/bin:/bin").with("XDG_CACHE_HOME", dir + "/cache");
    run.with("JAVA_HOME", System.getProperty("java.home"));
    run.with("GIRDLE_LOCAL_REPOSITORY", NO_LIBRARIES); // that of this machine changes by itself
    return locale.isEmpty() ? run : run.with("LC_ALL", locale);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "C", "POSIX"})
  void namesThatAreNotAsciiAreReadWithoutALocale(String locale) throws IOException {
    new Jar().with("sign.txt", "low water").write(app.resolve("lib/\u00fc\u6f6e.jar"));
    Path folder = Files.createDirectory(dir.resolve("h\u00e4fen"));
    assertThat(launched(locale, "survey", app).in(folder).well().out())
        .contains("lib/\u00fc\u6f6e.jar");
    launched(locale, "seal", "../app", "--form", "folder", "--out", "\u00f6ut", "--prune", "none")
        .in(folder)
        .well();
    Path sealed = folder.resolve("\u00f6ut/echo-2.0");
    assertThat(sealed.resolve("lib/\u00fc\u6f6e.jar")).exists();
    Run start = Run.of("bin/echo", "a").in(sealed).with("PATH", "/usr/bin:/bin");
    Result result = (locale.isEmpty() ? start : start.with("LC_ALL", locale)).go();
    assertThat(result.err()).isEmpty();
    assertThat(result.out()).contains("a");
  }

  @Test
  void withoutTheLauncherTheLocaleIsNamed() throws IOException {
    Files.createFile(app.resolve("lib/\u00fc.txt"));
    Result result = Run.girdle("survey", app).with("LC_ALL", "C").go();
    assertThat(result.status()).isEqualTo(3);
    assertThat(result.err()).contains("LC_ALL=C.UTF-8").doesNotContain("fault of Girdle");
  }

  @ParameterizedTest
  @ValueSource(strings = {"000", "022", "077"})
  void permissionsAreTheSameUnderEveryMask(String mask) throws IOException {
    String words = "umask " + mask + "; exec \"$0\" \"$@\"";
    for (String form : List.of("folder", "zip", "tgz", "archive", "executable")) {
      Object[] seal = {
        "/bin/sh", "-c", words, LAUNCHER, "seal", app, "--form", form, "--out", out, "--as", form
      };
      Run.of(seal)
          .with("PATH", "/usr/bin:/bin")
          .with("JAVA_HOME", System.getProperty("java.home"))
          .with("XDG_CACHE_HOME", dir + "/cache")
          .well();
      boolean runs = form.equals("folder") || form.equals("executable");
      assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(out.resolve(form))))
          .as(form)
          .isEqualTo(runs ? "rwxr-xr-x" : "rw-r--r--");
    }
  }

  @Test
  void aTemporaryFolderThatIsNotThereIsTheMachinesMatter() throws IOException {
    byte[] inner = Files.readAllBytes(app.resolve("lib/bell.jar"));
    Path outer =
        new Jar().with("lib/bell.jar", inner).with("x", "").write(dir.resolve("outer.jar"));
    Result result = Run.girdle("survey", outer).with("TMPDIR", dir + "/nowhere").go();
    assertThat(result.status()).as(result.out()).isEqualTo(3);
    assertThat(result.err()).contains("folder for temporary files", "TMPDIR=FOLDER");
  }

  @Test
  void nothingIsLeftInTheTemporaryFolder() throws IOException {
    Path temporary = Files.createDirectory(dir.resolve("tmp"));
    Object[] seal = {"seal", app, "--form", "folder", "--form", "executable", "--out", out};
    Run.girdle(seal).with("TMPDIR", temporary.toString()).well();
    Run.girdle("check", out.resolve("echo-2.0")).with("TMPDIR", temporary.toString()).well();
    assertThat(temporary).isEmptyDirectory();
  }

  @Test
  void aKillBetweenTwoRenamesLosesNothing() throws IOException {
    assumeTrue(Files.isExecutable(Path.of("/usr/bin/strace")), "needs strace");
    boolean traces =
        Run.of("/usr/bin/strace", "-f", "-o", "/dev/null", "/bin/true").go().status() == 0;
    assumeTrue(traces, "processes cannot be traced here");
    Object[] seal = {"seal", app, "--form", "folder", "--out", out, "--replace"};
    for (int i = 0; i < 2; i++) { // so that nothing of the cache has to be written any more
      Run.girdle(seal).with("XDG_CACHE_HOME", dir + "/cache").well();
    }
    byte[] good = Files.readAllBytes(out.resolve("echo-2.0/girdle-record.json"));
    Path place = out.resolve("echo-2.0");
    // the second of a run: if the cache is written first, one file less of it is left for the next
    for (int i = 0; i < MOST_KILLS && Files.exists(place); i++) {
      Run.of(killedAt(2, seal))
          .with("XDG_CACHE_HOME", dir + "/cache")
          .with("GIRDLE_LOCAL_REPOSITORY", NO_LIBRARIES)
          .go();
    }
    assertThat(place)
        .as("the folder is moved aside, and the new one is not there yet")
        .doesNotExist();
    Result again = Run.girdle("seal", app, "--form", "folder", "--out", out).go();
    assertThat(again.err()).contains("exists already, made by Girdle"); // it was put back
    assertThat(out.resolve("echo-2.0/girdle-record.json")).hasBinaryContent(good);
    try (Stream<Path> all = Files.list(out)) {
      assertThat(all).hasSize(1);
    }
  }

  @ParameterizedTest
  @CsvSource({"TERM,143", "INT,130", "HUP,129"})
  void whoIsToldToEndLeavesNothing(String signal, int status) throws Exception {
    byte[] ballast = new byte[60 << 20];
    new Random(1).nextBytes(ballast);
    new Jar().stored().with("ballast", ballast).write(app.resolve("lib/ballast.jar"));
    Path temporary = Files.createDirectory(dir.resolve("tmp"));
    ProcessBuilder builder =
        new ProcessBuilder(
            LAUNCHER.toString(),
            "seal",
            app.toString(),
            "--form",
            "tgz",
            "--prune",
            "none",
            "--out",
            out.toString());
    builder.environment().put("TMPDIR", temporary.toString());
    builder.environment().put("GIRDLE_LOCAL_REPOSITORY", NO_LIBRARIES);
    builder.environment().put("XDG_CACHE_HOME", dir.resolve("cache").toString());
    Path said = dir.resolve("said");
    Process process = builder.redirectErrorStream(true).redirectOutput(said.toFile()).start();
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(60);
    while (!hasHidden(out) && System.nanoTime() < end) {
      Thread.sleep(5);
    }
    Run.of("/bin/sh", "-c", "kill -" + signal + " " + process.pid()).well();
    assertThat(process.waitFor()).as(Files.readString(said)).isEqualTo(status);
    assertThat(Files.readString(said)).doesNotContain("cannot write", "fault of Girdle");
    assertThat(out).isEmptyDirectory();
    assertThat(temporary).isEmptyDirectory();
  }

  private static boolean hasHidden(Path folder) throws IOException {
    if (!Files.isDirectory(folder)) {
      return false;
    }
    try (Stream<Path> all = Files.list(folder)) {
      return all.anyMatch(p -> p.getFileName().toString().startsWith("."));
    }
  }

  private static Object[] killedAt(int rename, Object... words) {
    Object[] traced = {
      "/usr/bin/strace",
      "-f",
      "-o",
      "/dev/null",
      "-e",
      "trace=rename",
      "-e",
      "inject=rename:signal=SIGKILL:when=" + rename,
      Run.JAVA,
      "-cp",
      System.getProperty("girdle.jar") + ":" + System.getProperty("girdle.lib") + "/*",
      "dev.girdle.cli.Main"
    };
    return Stream.concat(Stream.of(traced), Stream.of(words)).toArray();
  }

  @Test
  void wordsOfTheUserThatLookLikePlacesStayAsTheyAre() {
    Object[] seal = {
      "seal", app, "--form", "folder", "--out", out, "--entry-arguments", "a@NAME@b @TITLE@"
    };
    Run.girdle(seal).well();
    assertThat(Run.of(out.resolve("echo-2.0/bin/echo")).well().out())
        .contains("a@NAME@b", "@TITLE@");
  }

  @Test
  void aWantedJavaThatWillNotDoIsNamed() throws IOException {
    Run.girdle("seal", app, "--form", "folder", "--out", out).well();
    Path old = Files.createDirectories(dir.resolve("old/bin"));
    Files.writeString(old.resolve("java"), "#!/bin/sh\n");
    assertThat(old.resolve("java").toFile().setExecutable(true)).isTrue();
    for (String version : List.of("11.0.2", "99999999999999999999")) {
      Files.writeString(dir.resolve("old/release"), "JAVA_VERSION=\"" + version + "\"\n");
      Result result =
          Run.of(out.resolve("echo-2.0/bin/echo"), "x")
              .with("ECHO_JAVA_HOME", dir.resolve("old").toString())
              .with("JAVA_HOME", System.getProperty("java.home"))
              .well();
      assertThat(result.err())
          .isEqualTo(
              "echo: ECHO_JAVA_HOME is "
                  + dir.resolve("old")
                  + ", which is no Java 17 or newer; another is looked for\n");
    }
  }

  @Test
  void aStarterThatIsReadIntoAShellDoesNotEndIt() {
    Run.girdle("seal", app, "--form", "folder", "--out", out).well();
    for (String shell : List.of("dash", "bash")) {
      assumeTrue(Files.isExecutable(Path.of("/bin", shell)));
      String line = ". '" + out.resolve("echo-2.0/bin/echo") + "'; echo still here";
      Result result = Run.of("/bin/" + shell, "-c", line).go();
      assertThat(result.out()).isEqualTo("still here\n");
      assertThat(result.err()).contains("start this file by its path");
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"..", ".", "", " ", "a\nb", "a/b"})
  void whatIsNoFileNameIsRefused(String name) {
    Result result = Run.girdle("seal", app, "--as", name, "--out", out).go();
    assertThat(result.status()).isEqualTo(2);
    assertThat(result.err()).startsWith("girdle: --as '").hasLineCount(1);
    assertThat(out).doesNotExist();
  }

  @Test
  void wrongWordsAreToldWithTheRightOnes() throws IOException {
    assertThat(Run.girdle("sael", app).go().err()).contains("did you mean seal?");
    assertThat(Run.girdle("seal", app, "--rplace").go().err()).contains("did you mean --replace?");
    Path plan = dir.resolve("plan.yaml");
    Files.writeString(plan, "girdle: 1\napplication: {from: app}\nprune: classes\n");
    assertThat(Run.girdle("seal", plan).go().err())
        .contains("there is no word prune here; it belongs under contents");
    Files.writeString(plan, "girdle: 1\napplication: {from: \"a\\0\\x1b[2Jpp\"}\n");
    Result result = Run.girdle("seal", plan).go();
    assertThat(result.status()).isEqualTo(2);
    assertThat(result.err())
        .contains("has a character that no text should have")
        .doesNotContain("\0", "\u001b");
  }

  @Test
  void ofManyAtOnceOneMakesTheArtifactAndTheOthersSayThatItIsThere() throws Exception {
    ProcessBuilder builder =
        new ProcessBuilder(
                LAUNCHER.toString(),
                "seal",
                app.toString(),
                "--form",
                "folder",
                "--out",
                out.toString())
            .redirectErrorStream(true)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD);
    List<Process> all = List.of(builder.start(), builder.start(), builder.start(), builder.start());
    int made = 0;
    for (Process one : all) {
      int status = one.waitFor();
      assertThat(status).isIn(0, 2);
      made += status == 0 ? 1 : 0;
    }
    assertThat(made).isEqualTo(1);
    Run.girdle("check", out.resolve("echo-2.0")).well();
    try (Stream<Path> files = Files.list(out)) {
      assertThat(files).hasSize(1);
    }
  }
}
