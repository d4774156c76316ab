package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.testing.Compiled;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What people read of an artifact. */
class InspectIT {
  @TempDir static Path dir;
  private static Path out;

  @BeforeAll
  static void seal() throws IOException {
    Path app = Echo.build(dir, 17);
    Path spare = Compiled.to(dir.resolve("spare"), "package s; public class Spare {}");
    new dev.girdle.testing.Jar().folder(spare).write(app.resolve("lib/spare.jar"));
    Files.writeString(app.resolve("NOTES.txt"), "notes");
    out = dir.resolve("out");
    Run.girdle("seal", app, "--form", "folder", "--form", "archive", "--out", out).well();
    Run.girdle("seal", app, "--archive", "merged", "--as", "merged.jar", "--out", out).well();
  }

  @Test
  void everyShapeTellsWhatItIs() {
    for (String name : List.of("echo-2.0", "echo-2.0.jar", "merged.jar")) {
      assertThat(Run.girdle("inspect", out.resolve(name)).well().out())
          .startsWith("echo 2.0, a ")
          .contains("starts   org.ternhaven.echo.Echo")
          .contains("needs    Java 17 or newer")
          .contains("modules  java.base")
          .contains("Inside: 2 components")
          .contains("bell.jar")
          .contains("spare.jar")
          .contains("nothing in the closure needs it")
          .contains("NOTES.txt")
          .contains("survey: other file, not on the class path");
    }
  }

  @Test
  void theFilesAreListedWithTheirReasons() {
    String files = Run.girdle("inspect", out.resolve("merged.jar"), "--files").well().out();
    assertThat(files)
        .contains("org/ternhaven/lib/Bell.class")
        .contains("org.ternhaven.echo.Echo.main, line 6, calls org.ternhaven.lib.Bell")
        .contains("tells Java what to start")
        .contains("manifest of the single jar; the archive has one of its own");
    assertThat(Run.girdle("inspect", out.resolve("echo-2.0"), "--files").well().out())
        .contains("bin/echo.cmd", "starts it on Windows");
  }

  @Test
  void withoutUtf8TheBarsAreAscii() {
    String plain =
        Run.girdle("inspect", out.resolve("echo-2.0.jar")).with("LC_ALL", "C").well().out();
    assertThat(plain).contains("####").matches("\\A\\p{ASCII}*\\z");
  }

  @Test
  void theReceiverIsToldHowToStartIt() throws IOException {
    assertThat(Files.readString(out.resolve("echo-2.0/README.txt")))
        .startsWith("echo 2.0\n========\n")
        .contains("bin/echo", "bin\\echo.cmd", "ECHO_JAVA_HOME", "Java 17 or newer");
  }
}
