package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What one rehearsal saw is enough for other jobs, since evidence only ever adds. */
class EvidenceIT {
  private static final String BERTH =
      """
      import java.util.List;
      class Berth {
      \tint depth(boolean deep) { if (deep) return 42; return 7; }
        void quiet(boolean deep) { if (deep) System.out.println("a line that is too long for it"); }
      }
      """;

  private static final String RULES =
      """
      <?xml version="1.0"?>
      <!DOCTYPE module PUBLIC "-//Checkstyle//DTD Checkstyle Configuration 1.3//EN"
          "https://checkstyle.org/dtds/configuration_1_3.dtd">
      <module name="Checker">
        <module name="FileTabCharacter"/>
        <module name="LineLength"><property name="max" value="60"/></module>
        <module name="TreeWalker">
          <module name="UnusedImports"/><module name="MagicNumber"/><module name="NeedBraces"/>
          <module name="SuppressionXpathSingleFilter">
            <property name="checks" value="NeedBraces"/>
            <property name="query" value="//METHOD_DEF[./IDENT[@text='quiet']]//*"/>
          </module>
        </module>
      </module>
      """;

  @TempDir Path dir;

  @Test
  void aSecondJobRunsOnWhatTheFirstOneSaw() throws IOException {
    Path app = Run.sample("checkstyle");
    Files.writeString(dir.resolve("Berth.java"), BERTH);
    Path rules = Files.writeString(dir.resolve("rules.xml"), RULES);
    Path plan = dir.resolve("girdle.yaml");
    Files.writeString(
        plan,
        """
        girdle: 1
        application:
          from: %s
        identity:
          name: linter
        entries:
          linter:
            start: com.puppycrawl.tools.checkstyle.Main
        contents:
          files:
          - from: Berth.java
            to: examples/Berth.java
        """
            .formatted(app));
    Run.girdle("seal", plan, "--form", "folder", "--as", "whole", "--out", dir).well();
    Path evidence = dir.resolve("seen.jsonl");
    Result first =
        Run.girdle(
                "rehearse",
                dir.resolve("whole"),
                "--evidence",
                evidence,
                "--",
                "-c",
                "/google_checks.xml",
                "/home/stranger/whole/examples/Berth.java")
            .with("PATH", "/usr/bin:/bin:/usr/sbin:/sbin")
            .go();
    assumeTrue(first.out().contains("in a root of its own"), "this machine gives no namespaces");
    assertThat(first.status()).as(first.out()).isZero();
    Run.girdle(
            "seal",
            plan,
            "--form",
            "folder",
            "--as",
            "tight",
            "--out",
            dir,
            "--runtime",
            "tight",
            "--prune",
            "classes",
            "--evidence",
            evidence)
        .well();
    Path berth = dir.resolve("Berth.java");
    Result plain =
        Run.of(
                Run.JAVA,
                "-cp",
                app + "/*",
                "com.puppycrawl.tools.checkstyle.Main",
                "-c",
                rules,
                "-f",
                "sarif",
                berth)
            .in(dir)
            .go();
    Result tight =
        Run.of(dir.resolve("tight/bin/linter"), "-c", rules, "-f", "sarif", berth)
            .in(dir)
            .with("PATH", "/nowhere")
            .go();
    assertThat(plain.status()).isPositive();
    assertThat(plain.out()).contains("magic.number", "needBraces", "maxLineLen", "import.unused");
    assertThat(tight.out()).isEqualTo(plain.out());
    assertThat(tight.err()).isEqualTo(plain.err());
    assertThat(tight.status()).isEqualTo(plain.status());
  }
}
