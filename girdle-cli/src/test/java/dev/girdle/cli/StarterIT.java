package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The starter of the folder form, in real shells. */
class StarterIT {
  @TempDir static Path dir;
  private static Path folder;
  private static Path bin;

  @BeforeAll
  static void seal() throws IOException {
    Path app = Echo.build(dir, 17);
    Path out = dir.resolve("a b 'c' \"d\" $e \u00fc\u6f6e");
    Run.girdle("seal", app, "--form", "folder", "--out", out).well();
    folder = out.resolve("echo-2.0");
    bin = folder.resolve("bin/echo");
  }

  /** The shells of this machine; busybox where it is installed. */
  static List<List<String>> shells() {
    return Stream.<List<String>>of(
            List.of("/bin/dash"), List.of("/bin/bash"), List.of("/bin/busybox", "sh"), List.of())
        .filter(s -> s.isEmpty() || Files.exists(Path.of(s.get(0))))
        .toList();
  }

  private static Run start(List<String> shell, Object... arguments) {
    Object[] words =
        Stream.of(shell.stream(), Stream.of(bin), Stream.of(arguments)).flatMap(s -> s).toArray();
    return Run.of(words);
  }

  @ParameterizedTest
  @MethodSource("shells")
  void passesArgumentsInputAndFolderUntouched(List<String> shell) {
    Result result =
        start(shell, "a b", "", "'q'", "\"d\"", "$HOME", "*", "\\n", "-x", "\u00fc\u6f6e")
            .in(dir)
            .input("one\n tw\u00f6 \n")
            .well();
    assertThat(result.out())
        .isEqualTo(
            "ding\n[a b]\n[]\n['q']\n[\"d\"]\n[$HOME]\n[*]\n[\\n]\n[-x]\n[\u00fc\u6f6e]\ndir "
                + dir
                + "\noption null\nin one\nin  tw\u00f6 \n");
    assertThat(result.err()).isEmpty();
  }

  @ParameterizedTest
  @MethodSource("shells")
  void givesTheProgramsOwnExitStatus(List<String> shell) {
    assertThat(start(shell, "fail").go().status()).isEqualTo(42);
  }

  @ParameterizedTest
  @MethodSource("shells")
  void takesOptionsForJava(List<String> shell) {
    Result result =
        start(shell).with("ECHO_JAVA_OPTS", "-Dtest.option=* -Xmx64m").in(folder).well();
    assertThat(result.out()).contains("option *\n");
  }

  @Test
  void replacesItselfWithTheProgramSoThatSignalsReachIt() throws Exception {
    Process process = new ProcessBuilder(bin.toString(), "wait").start();
    process.getOutputStream().close();
    BufferedReader out = process.inputReader();
    String line = out.readLine();
    while (!line.startsWith("pid ")) {
      line = out.readLine();
    }
    assertThat(line).isEqualTo("pid " + process.pid());
    Run.of("/bin/kill", "-TERM", process.pid()).well();
    assertThat(process.waitFor(20, TimeUnit.SECONDS)).isTrue();
    assertThat(out.readLine()).isEqualTo("ended");
    assertThat(process.exitValue()).isEqualTo(143);
  }

  @Test
  void worksThroughSymbolicLinksAndFromThePath() throws IOException {
    Path links = Files.createDirectory(dir.resolve("links"));
    Path relative = Files.createDirectory(links.resolve("deep"));
    Files.createSymbolicLink(links.resolve("first"), bin);
    Files.createSymbolicLink(relative.resolve("second"), Path.of("../first"));
    assertThat(Run.of(relative.resolve("second"), "x").well().out()).startsWith("ding\n[x]\n");
    assertThat(Run.of("/bin/sh", "second").in(relative).well().out()).startsWith("ding\n");
    String path = bin.getParent() + ":/usr/bin:/bin";
    Run byName = Run.of("/bin/sh", "-c", "exec echo 1").with("PATH", path);
    assertThat(byName.in(dir).go().status()).isZero();
    Run env = Run.of("/usr/bin/env", "echo", "1").with("PATH", path);
    assertThat(env.in(dir).well().out()).startsWith("ding\n[1]\n");
  }

  @Test
  void saysInOneLineThatItWasMovedAway() throws IOException {
    Path alone = Files.copy(bin, dir.resolve("alone"));
    Result result = Run.of("/bin/sh", alone).go();
    assertThat(result.status()).isEqualTo(127);
    assertThat(result.err())
        .isEqualTo(
            "echo: this starter was moved away from its folder; put it back into the bin folder of"
                + " echo 2.0, or make a symbolic link to it\n");
  }

  @Test
  void takesTheFirstJavaThatIsNewEnoughWithoutStartingTheOthers() throws IOException {
    Path old = fakeJava("old", "1.8.0_392");
    Path silent = fakeJava("silent", null);
    Path good = fakeJava("good", "21.0.1");
    Run run = start(List.of()).with("ECHO_JAVA_HOME", old.toString());
    run.with("JAVA_HOME", silent.toString()).with("PATH", good.resolve("bin").toString());
    assertThat(run.go().out()).isEqualTo("started " + good + "\n");
    Result own = start(List.of()).with("ECHO_JAVA_HOME", good.toString()).go();
    assertThat(own.out()).isEqualTo("started " + good + "\n");
  }

  @Test
  void saysWhatItFoundIfNoJavaIsNewEnough() throws IOException {
    Path old = fakeJava("older", "11.0.2");
    String needy = Files.readString(bin).replace("needs=17", "needs=99");
    Path starter = Files.writeString(bin.resolveSibling("needy"), needy);
    Result result = Run.of("/bin/dash", starter).with("JAVA_HOME", old.toString()).go();
    Files.delete(starter);
    assertThat(result.status()).isEqualTo(127);
    assertThat(result.out()).isEmpty();
    assertThat(result.err())
        .startsWith("echo: echo 2.0 needs Java 17 or newer, and there is none here.\n")
        .contains("  found: Java 11 in " + old + " (JAVA_HOME)\n")
        .endsWith("  Install it, or set ECHO_JAVA_HOME to its folder.\n");
  }

  /** A folder that looks like a Java, and tells when it is started. */
  private static Path fakeJava(String name, String version) throws IOException {
    Path home = Files.createDirectories(dir.resolve("javas").resolve(name));
    Path java = Files.createDirectories(home.resolve("bin")).resolve("java");
    Files.writeString(java, "#!/bin/sh\necho started " + home + "\n");
    assertThat(java.toFile().setExecutable(true)).isTrue();
    if (version != null) {
      Files.writeString(home.resolve("release"), "IMPL=x\nJAVA_VERSION=\"" + version + "\"\n");
    }
    return home;
  }

  @Test
  void theWindowsStarterHasWindowsLineEndsAndNamesTheSameThings() throws IOException {
    String script = Files.readString(folder.resolve("bin/echo.cmd"));
    assertThat(script.lines().count()).isEqualTo(script.split("\r\n", -1).length - 1);
    assertThat(script)
        .contains("\"%G_HOME%\\lib\\echo.jar;%G_HOME%\\lib\\bell.jar\"")
        .contains("\"org.ternhaven.echo.Echo\" %*")
        .contains("%ECHO_JAVA_HOME%")
        .doesNotContainPattern("@[A-Z_]+@");
  }

  @Test
  void nothingOfTheBuildMachineIsInside() throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        String bytes = Files.readString(file, java.nio.charset.StandardCharsets.ISO_8859_1);
        assertThat(bytes)
            .as(file.toString())
            .doesNotContain(dir.toString())
            .doesNotContain(System.getProperty("java.home"))
            .doesNotContain(System.getProperty("user.dir"));
      }
    }
  }
}
