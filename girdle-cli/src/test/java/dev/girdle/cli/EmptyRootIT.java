package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Real programs on a machine where nothing is installed: in a root folder with busybox and the C
 * library, they give the same as on the whole Java. The Java is one that brings its other libraries
 * along.
 */
class EmptyRootIT {
  private static final Path HOME = Path.of("/usr/lib/jvm/temurin-25-jdk-amd64");
  private static final Path SCRIPT = Path.of("src/test/scripts/in-empty-root").toAbsolutePath();

  @TempDir static Path dir;
  private static Path demo;
  private static Path source;

  private record Program(Object app, String classPath, String entry, List<Object> arguments) {}

  @BeforeAll
  static void prepare() throws IOException {
    assumeTrue(Files.isDirectory(HOME), "there is no Java here that brings its libraries along");
    assumeTrue(
        Run.of("id", "-u").with("PATH", "/usr/bin:/bin").well().out().equals("0\n")
            && Files.isExecutable(Path.of("/usr/bin/busybox")),
        "only root can make an empty root, and it needs busybox");
    demo = dir.resolve("demo");
    Run.girdle("demo", demo).well();
    source = dir.resolve("Berth.java");
    Files.writeString(source, "package h;\npublic class Berth { int A=1; void f( ){} }\n");
  }

  private static Program program(String name) {
    return switch (name) {
      case "checkstyle" ->
          new Program(
              Run.sample("checkstyle"),
              Run.sample("checkstyle") + "/*",
              "com.puppycrawl.tools.checkstyle.Main",
              List.of("-c", "/sun_checks.xml", source));
      case "h2" ->
          new Program(
              Run.sample("h2"),
              Run.sample("h2") + "/*",
              "org.h2.tools.Shell",
              List.of(
                  "-url",
                  "jdbc:h2:mem:tides",
                  "-sql",
                  "create table t(i int, s varchar); insert into t values (1, 'north'), (2, 'south');"
                      + " select sum(i), upper(s), formatdatetime(date '2026-03-14', 'EEEE d MMMM')"
                      + " from t group by s order by s"));
      default ->
          new Program(
              demo,
              demo.resolve("sealed/tidebook-merged.jar").toString(),
              "org.ternhaven.tidebook.TideBook",
              List.of("north-quay", "2026-03-14"));
    };
  }

  @ParameterizedTest
  @CsvSource({
    "tidebook, trimmed", "checkstyle, trimmed", "h2, trimmed",
    "tidebook, tight", "checkstyle, tight", "h2, tight"
  })
  void itRunsAllTheSame(String name, String kind) throws IOException {
    Program program = program(name);
    Path out = dir.resolve(name + "-" + kind);
    Result made =
        Run.girdle(
                "seal",
                program.app,
                "--entry",
                program.entry,
                "--missing-ok",
                "**",
                "--form",
                "folder",
                "--form",
                "executable",
                "--name",
                "bare",
                "--release",
                "1",
                "--runtime",
                kind,
                "--runtime-from",
                HOME,
                "--never",
                "jdk.localedata",
                "--out",
                out)
            .go();
    assertThat(made.status()).as(made.err()).isZero();
    Result plain =
        run(List.of(HOME.resolve("bin/java"), "-cp", program.classPath, program.entry), program);
    assertThat(plain.bytes()).isNotEmpty();
    Path root = dir.resolve("root-" + name + "-" + kind);
    Path there = Files.createDirectories(root.resolve(Path.of("/").relativize(dir)));
    Files.copy(source, there.resolve("Berth.java"));
    String target = "bare-1-linux-x64";
    for (List<String> place :
        List.of(List.of(target, "/program/bin/bare"), List.of(target + ".run", "/program"))) {
      Result run = run(List.of(SCRIPT, root, out.resolve(place.get(0)), place.get(1)), program);
      assumeTrue(!run.err().contains("Operation not permitted"), "this sandbox forbids chroot");
      assertThat(timeless(run)).as(run.err()).isEqualTo(timeless(plain));
      assertThat(withoutWarnings(run)).isEqualTo(withoutWarnings(plain));
      assertThat(run.status()).isEqualTo(plain.status());
    }
    assertThat(root.resolve("usr/lib")).doesNotExist();
  }

  private static Result run(List<Object> start, Program program) {
    List<Object> words = new ArrayList<>(start);
    words.addAll(program.arguments);
    return Run.of(words.toArray()).with("PATH", "/usr/sbin:/usr/bin:/sbin:/bin").go();
  }

  /** The database tells how long each statement took, which differs from run to run. */
  private static String timeless(Result result) {
    return new String(result.bytes(), StandardCharsets.UTF_8).replaceAll("\\d+ ms\\)", "n ms)");
  }

  /** Newer Javas warn of native code, with the path of the jar that loads it. */
  private static String withoutWarnings(Result result) {
    return result.err().replaceAll("(?m)^WARNING: .*\n", "").strip();
  }
}
