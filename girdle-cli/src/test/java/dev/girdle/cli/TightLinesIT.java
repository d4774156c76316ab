package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Compiled;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Some of the programs of one line that {@code girdle-bench/try-java} tries all of: those whose
 * need of Java stands in no code, but in names that are joined, in files, and in services.
 */
class TightLinesIT {
  private static final Path LINES = Path.of("../girdle-bench/one-liners.txt");

  @TempDir Path dir;

  @ParameterizedTest
  @ValueSource(
      strings = {
        "NormalizeDecomposed",
        "BeansLogging",
        "XsltForEach",
        "HtmlPane",
        "RmiRegistry",
        "SoundFiles",
        "StackTrace"
      })
  void aTightJavaDoesTheSameAsTheWhole(String name) throws IOException {
    String code =
        Files.readAllLines(LINES).stream()
            .filter(l -> l.startsWith(name + ": "))
            .map(l -> l.substring(name.length() + 2))
            .findFirst()
            .orElseThrow();
    Path app =
        Compiled.to(
            dir.resolve("app"),
            "public class Line { static void p(Object o) { System.out.println(o); }"
                + " public static void main(String[] args) throws Throwable { "
                + code
                + " } }");
    Result whole = Run.of(java(), "-cp", app, "Line").go();
    Object[] seal = {
      "seal", app, "--form", "folder", "--as", "line", "--runtime", "tight", "--out", dir
    };
    Run.girdle(seal).well();
    Result tight = Run.of(dir.resolve("line/bin/app")).go();
    assertThat(tight.out()).isEqualTo(whole.out()).isNotEmpty();
    assertThat(tight.status()).as(tight.err()).isZero();
  }

  private static Path java() {
    return Path.of(System.getProperty("java.home"), "bin", "java");
  }
}
