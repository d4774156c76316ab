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
  @TempDir Path dir;

  @Test
  void aSecondJobRunsOnWhatTheFirstOneSaw() throws IOException {
    Path app = Run.sample("checkstyle");
    Files.writeString(dir.resolve("Berth.java"), RealProgramsIT.SOURCE);
    Path rules = Files.writeString(dir.resolve("rules.xml"), RealProgramsIT.RULES);
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
