package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.view.Console;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The words of the command line, within one process: streams in, an exit status out. */
class MainTest {
  @TempDir Path dir;
  private final ByteArrayOutputStream out = new ByteArrayOutputStream();
  private final ByteArrayOutputStream err = new ByteArrayOutputStream();

  private int run(boolean terminal, Map<String, String> environment, String... words) {
    return Main.run(new PrintStream(out), new PrintStream(err), terminal, environment, words);
  }

  private int run(String... words) {
    return run(false, Map.of("LANG", "C.UTF-8"), words);
  }

  private String out() {
    return out.toString(StandardCharsets.UTF_8);
  }

  private String err() {
    return err.toString(StandardCharsets.UTF_8);
  }

  @Test
  void withoutACommandItAsksForOne() {
    assertThat(run()).isEqualTo(2);
    assertThat(err()).startsWith("girdle: which command?").contains("girdle --help");
    assertThat(out()).isEmpty();
  }

  @Test
  void helpListsTheCommandsInTheOrderOfWork() {
    assertThat(run("--help")).isZero();
    assertThat(out())
        .containsSubsequence("survey", "closure", "explain", "seal", "inspect", "demo")
        .contains("Exit status: 0 done; 1");
    assertThat(run("--version")).isZero();
    assertThat(out()).containsPattern("Girdle \\d+\\.\\d+");
  }

  static Stream<String> commands() {
    Context context =
        new Context(
            new Console(
                new PrintWriter(Writer.nullWriter()),
                new PrintWriter(Writer.nullWriter()),
                false,
                true,
                0),
            false,
            Map.of());
    return Main.commandLine(context).getSubcommands().keySet().stream()
        .filter(c -> !c.equals("completion")); // which prints a script and nothing else
  }

  @ParameterizedTest
  @MethodSource("commands")
  void everyCommandTellsAboutItselfAndKnowsTheCommonOptions(String command) {
    assertThat(run(command, "--help")).isZero();
    assertThat(out()).contains("--json", "--quiet", "--debug");
  }

  @ParameterizedTest
  @ValueSource(strings = {"saele", "survey --from x", "seal x --prune everything", "explain x"})
  void wrongWordsGetStatusTwoAndAHint(String words) {
    assertThat(run(words.split(" "))).isEqualTo(2);
    assertThat(err()).startsWith("girdle: ").contains("--help").doesNotContain("\tat ");
  }

  @Test
  void coloursAreForTerminalsThatWantThem() throws Exception {
    Path empty = Files.createDirectory(dir.resolve("empty"));
    Path classes = Files.createDirectory(dir.resolve("classes"));
    dev.girdle.testing.Compiled.to(
        classes, "public class Bell { public static void main(String[] a) {} }");
    Map<String, String> utf8 = Map.of("LANG", "C.UTF-8", "TERM", "xterm");
    assertThat(run(true, utf8, "closure", classes.toString(), "--quiet")).isZero();
    assertThat(out()).contains("\u001b[1m");
    out.reset();
    Map<String, String> plain = Map.of("LANG", "C.UTF-8", "TERM", "xterm", "NO_COLOR", "1");
    assertThat(run(true, plain, "closure", classes.toString(), "--quiet")).isZero();
    Map<String, String> dumb = Map.of("TERM", "dumb");
    assertThat(run(true, dumb, "closure", classes.toString(), "--quiet")).isZero();
    assertThat(run("closure", classes.toString())).isZero();
    assertThat(out()).doesNotContain("\u001b");
    assertThat(run("survey", empty.toString())).isEqualTo(1);
  }

  @Test
  void detailsOfAFailureAreToldOnlyOnRequest() throws Exception {
    Path broken = Files.writeString(dir.resolve("broken.jar"), "PK and no more");
    assertThat(run("survey", broken.toString())).isEqualTo(1);
    assertThat(err()).contains("is damaged").doesNotContain("\tat ");
    assertThat(run("survey", broken.toString(), "--debug")).isEqualTo(1);
    assertThat(err()).contains("\tat dev.girdle");
  }

  @Test
  void enumsAreWrittenInLowerCase() {
    run("seal", "nowhere", "--form", "folder", "--archive", "merged", "--prune", "none");
    assertThat(err()).contains("no such file or folder: nowhere");
  }
}
