package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What people of the trade expect of any program: completion, manuals, quiet pipelines. */
class HabitsIT {
  @TempDir Path dir;

  private String complete(String... words) throws IOException {
    Path script = dir.resolve("girdle-completion");
    Files.write(script, Run.girdle("completion").well().bytes());
    String line =
        "source '"
            + script
            + "'; COMP_WORDS=(girdle "
            + String.join(" ", words)
            + ");"
            + " COMP_CWORD="
            + words.length
            + "; _complete_girdle; echo \"${COMPREPLY[@]}\"";
    return Run.of("bash", "-c", line).with("PATH", "/usr/bin:/bin").go().out();
  }

  @Test
  void bashCompletesCommandsAndOptions() throws IOException {
    assertThat(complete("co")).contains("compare", "completion");
    assertThat(complete("seal", "--ar")).contains("--archive");
  }

  @Test
  void everyCommandHasAManualPageWithItsOptions() throws IOException {
    Path man = Path.of(System.getProperty("girdle.lib")).resolveSibling("man/man1");
    try (Stream<Path> pages = Files.list(man)) {
      List<String> names = pages.map(p -> p.getFileName().toString()).sorted().toList();
      List<String> commands =
          MainTest.commands().map(c -> "girdle-" + c + ".1").collect(Collectors.toList());
      commands.addAll(List.of("girdle.1", "girdle-completion.1"));
      assertThat(names).containsExactlyInAnyOrderElementsOf(commands);
    }
    assertThat(Files.readString(man.resolve("girdle-seal.1")))
        .contains(".SH NAME", "\\-\\-form=FORM", "\\-\\-missing\\-ok=PATTERN", ".SH EXIT STATUS")
        .doesNotContain("%%");
    assertThat(Files.readString(man.resolve("girdle-compare.1"))).contains("more than this: 5%.");
  }

  @Test
  void aQuietPipelineGetsOneLine() {
    Path app = dir.resolve("demo/tidebook");
    Run.girdle("demo", dir.resolve("demo")).well();
    Result quiet = Run.girdle("seal", app, "--quiet", "--out", dir.resolve("out")).well();
    assertThat(quiet.out()).hasLineCount(1).startsWith("Made ").contains(". Run it: java -jar ");
    assertThat(quiet.err()).isEmpty();
  }

  @Test
  void theScriptHandsOptionsOnToJavaAndLooksWellAfterABuild() {
    Path script = Path.of(System.getProperty("girdle.examples")).resolveSibling("girdle");
    Run plain =
        Run.of(script, "--version")
            .with("PATH", "/usr/bin:/bin")
            .with("JAVA_HOME", System.getProperty("java.home"));
    assertThat(plain.well().out()).startsWith("Girdle ");
    assertThat(plain.with("GIRDLE_OPTS", "-Xlog:disable -XshowSettings:vm -Xmx77m").well().err())
        .contains("77.00M");
  }
}
