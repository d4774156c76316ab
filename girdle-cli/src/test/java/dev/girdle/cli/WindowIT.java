package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * A program with a window whose main class the Java launcher refuses, on a real display. Needs
 * Debian's xvfb and libgtk-3-0 and is skipped without.
 */
class WindowIT {
  private static final String DISPLAY = ":96";

  @TempDir static Path dir;
  private static Process display;

  @BeforeAll
  static void openDisplay() throws Exception {
    boolean there =
        Files.exists(Path.of("/usr/bin/Xvfb"))
            && Stream.of("/usr/lib/x86_64-linux-gnu", "/usr/lib/aarch64-linux-gnu")
                .anyMatch(l -> Files.exists(Path.of(l, "libgtk-3.so.0")));
    Assumptions.assumeTrue(there, "skipped: needs Xvfb and GTK 3");
    display =
        new ProcessBuilder("/usr/bin/Xvfb", DISPLAY, "-screen", "0", "1280x800x24")
            .redirectErrorStream(true)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    for (int i = 0; i < 100 && !Files.exists(Path.of("/tmp/.X11-unix/X96")); i++) {
      Thread.sleep(100);
    }
  }

  @AfterAll
  static void closeDisplay() throws InterruptedException {
    if (display != null) {
      display.destroy();
      display.waitFor(20, TimeUnit.SECONDS);
    }
  }

  private static Object[] seal(String prune) {
    return new Object[] {
      "seal",
      Run.sample("tideclock"),
      "--entry",
      "org.ternhaven.tideclock.TideClock",
      "--entry-options",
      "-Dprism.order=sw",
      "--target",
      "linux-x64",
      "--missing-ok",
      "com.sun.javafx.embed.swing.**",
      "--prune",
      prune,
      "--out",
      dir.resolve(prune)
    };
  }

  private static void girdle(Object[] words, Object... more) {
    Run.girdle(Stream.concat(Stream.of(words), Stream.of(more)).toArray()).well();
  }

  @ParameterizedTest
  @ValueSource(strings = {"components", "classes"})
  void theWindowOpensFromEveryForm(String prune) throws IOException {
    Path out = dir.resolve(prune);
    girdle(seal(prune), "--form", "folder", "--as", "folder");
    girdle(seal(prune), "--as", "nested.jar");
    girdle(seal(prune), "--as", "merged.jar", "--archive", "merged");
    try (Stream<Path> bin = Files.list(out.resolve("folder/bin"))) {
      Path starter = bin.filter(f -> !f.toString().endsWith(".cmd")).findFirst().orElseThrow();
      for (List<Object> start :
          List.<List<Object>>of(
              List.of(starter),
              List.of(Run.JAVA, "-jar", out.resolve("nested.jar")),
              List.of(Run.JAVA, "-jar", out.resolve("merged.jar")))) {
        Object[] words = Stream.concat(start.stream(), Stream.of("1")).toArray();
        Result result = Run.of(words).with("DISPLAY", DISPLAY).go();
        assertThat(result.out())
            .as(start + result.err())
            .isEqualTo("showed 640x400 in many colours\n");
        assertThat(result.status()).isZero();
      }
    }
  }

  @Test
  void nativeCodeForOtherSystemsIsPointedOutAndLeftOutForATarget() {
    Result survey =
        Run.girdle(
                "survey", Run.sample("tideclock"), "--entry", "org.ternhaven.tideclock.TideClock")
            .well();
    assertThat(survey.out())
        .containsPattern("native code for 2 systems, [\\d.]+ MB \\(linux-x64, windows-x64\\)")
        .contains("--target linux-x64 leaves out");
  }
}
