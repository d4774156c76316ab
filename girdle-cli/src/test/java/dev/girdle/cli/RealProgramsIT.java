package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import java.io.BufferedReader;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Real programs from Maven Central give, sealed, byte for byte what they give from the plain class
 * path: in a folder with a space in its name, in an emptied environment.
 */
class RealProgramsIT {
  static final String RULES =
      """
      <?xml version="1.0"?>
      <!DOCTYPE module PUBLIC "-//Checkstyle//DTD Checkstyle Configuration 1.3//EN"
          "https://checkstyle.org/dtds/configuration_1_3.dtd">
      <module name="Checker">
        <module name="FileTabCharacter"/>
        <module name="LineLength"><property name="max" value="60"/></module>
        <module name="TreeWalker">
          <module name="UnusedImports"/>
          <module name="MagicNumber"/>
          <module name="JavadocMethod"/>
          <module name="NeedBraces"/>
          <module name="SummaryJavadoc"/>
          <module name="SuppressionXpathSingleFilter">
            <property name="checks" value="NeedBraces"/>
            <property name="query" value="//METHOD_DEF[./IDENT[@text='quiet']]//*"/>
          </module>
        </module>
      </module>
      """;

  static final String SOURCE =
      """
      import java.util.List;
      /** no full stop */
      class Berth {
        /** Gives it. @param x what */
        int depth(boolean deep) { if (deep) return 42; return 7; }
        void quiet(boolean deep) { if (deep) System.out.println("a line that is certainly too long for this"); }
      \t}
      """;

  @TempDir Path temp;

  /** Seals a program in all shapes, and as a folder with its own Java. */
  private void sealAll(String sample, String entry) {
    Path out = temp.resolve("a place");
    Object[] common = {Run.sample(sample), "--entry", entry, "--name", "program", "--out", out};
    seal(common, "--form", "folder", "--as", "folder");
    seal(common, "--form", "folder", "--as", "trimmed", "--runtime", "trimmed");
    seal(common, "--as", "nested.jar");
    seal(common, "--as", "merged.jar", "--archive", "merged");
  }

  /** Runs a program from the plain class path and in all that was sealed; all give the same. */
  private void compare(String sample, String entry, List<String> arguments, int status)
      throws IOException {
    Path out = temp.resolve("a place");
    Result plain =
        run(List.of(Run.JAVA.toString(), "-cp", Run.sample(sample) + "/*", entry), arguments);
    assertThat(plain.status()).as(plain.err()).isEqualTo(status);
    assertThat(plain.bytes()).isNotEmpty();
    String java = Run.JAVA.toString();
    for (List<String> start :
        List.of(
            List.of(out.resolve("folder/bin/program").toString()),
            List.of(out.resolve("trimmed/bin/program").toString()),
            List.of(java, "-jar", out.resolve("nested.jar").toString()),
            List.of(java, "-jar", out.resolve("merged.jar").toString()))) {
      Result sealed = run(start, arguments);
      assertThat(sealed.status()).as(start + sealed.err()).isEqualTo(status);
      assertThat(timeless(sealed.bytes())).as(start.toString()).isEqualTo(timeless(plain.bytes()));
      assertThat(sealed.err()).as(start.toString()).isEqualTo(plain.err());
    }
  }

  /** The database tells how long each statement took, which differs from run to run. */
  private static String timeless(byte[] output) {
    return new String(output, StandardCharsets.ISO_8859_1).replaceAll("\\d+ ms\\)", "n ms)");
  }

  private static void seal(Object[] common, Object... more) {
    List<Object> words = new ArrayList<>(List.of("seal"));
    words.addAll(List.of(common));
    words.addAll(List.of(more));
    Run.girdle(words.toArray()).well();
  }

  private Result run(List<String> start, List<String> arguments) {
    List<String> words = new ArrayList<>(start);
    words.addAll(arguments);
    return Run.of(words.toArray()).in(temp).go();
  }

  @Test
  void theLinterFindsTheSame() throws IOException {
    Files.writeString(temp.resolve("rules.xml"), RULES);
    Files.writeString(temp.resolve("Berth.java"), SOURCE);
    String entry = "com.puppycrawl.tools.checkstyle.Main";
    sealAll("checkstyle", entry);
    for (String format : List.of("plain", "xml", "sarif")) {
      compare("checkstyle", entry, List.of("-c", "rules.xml", "-f", format, "Berth.java"), 9);
    }
  }

  @Test
  void nothingOfTheLinterIsMissedFalsely() {
    Result closure =
        Run.girdle(
                "closure",
                Run.sample("checkstyle"),
                "--entry",
                "com.puppycrawl.tools.checkstyle.Main")
            .well();
    assertThat(closure.out())
        .contains("Stays behind: 1 component")
        .contains("Nothing that is needed is missing.")
        .doesNotContain("Missing, and needed");
  }

  @Test
  void theDatabaseShellAnswersTheSame() throws IOException {
    String sql =
        "create table berth(name varchar, depth decimal(4,2));"
            + "insert into berth values ('north-quay', 2.1), ('fish-dock', 0.8);"
            + "select name, depth, h2version() from berth order by depth;"
            + "select xmlnode('tide'), hash('SHA-256', 'x');";
    sealAll("h2", "org.h2.tools.Shell");
    compare("h2", "org.h2.tools.Shell", List.of("-url", "jdbc:h2:mem:", "-sql", sql), 0);
  }

  @ParameterizedTest
  @ValueSource(strings = {"folder", "nested", "merged"})
  void theDatabaseServerServesThePlainShell(String shape) throws Exception {
    Path out = temp.resolve("a place");
    boolean folder = shape.equals("folder");
    Object[] form =
        folder
            ? new Object[] {"--form", "folder", "--as", "server"}
            : new Object[] {"--archive", shape, "--as", "server"};
    Path h2 = Run.sample("h2");
    seal(
        new Object[] {h2, "--entry", "org.h2.tools.Server", "--name", "h2server", "--out", out},
        form);
    int port = freePort();
    List<String> command = new ArrayList<>();
    if (folder) {
      command.add(out.resolve("server/bin/h2server").toString());
    } else {
      command.addAll(List.of(Run.JAVA.toString(), "-jar", out.resolve("server").toString()));
    }
    command.addAll(List.of("-tcp", "-tcpPort", "" + port, "-ifNotExists", "-baseDir", "."));
    ProcessBuilder builder = new ProcessBuilder(command).directory(temp.toFile());
    builder.environment().clear();
    Process server = builder.redirectErrorStream(true).start();
    try (BufferedReader output = server.inputReader()) {
      assertThat(output.readLine()).contains("TCP server running").contains("" + port);
      String url = "jdbc:h2:tcp://localhost:" + port + "/./tides";
      String sql =
          "create table t(x int); insert into t values (7); select sum(x) + 1 as s from t;";
      Result answer =
          run(
              List.of(Run.JAVA.toString(), "-cp", h2 + "/*", "org.h2.tools.Shell"),
              List.of("-url", url, "-sql", sql));
      assertThat(answer.status()).as(answer.out() + answer.err()).isZero();
      assertThat(answer.out()).contains("8");
    } finally {
      server.destroyForcibly().waitFor();
    }
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }
}
