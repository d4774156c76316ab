package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a rehearsal misses in what was left out is put back; what was not tried is said. */
class MendingIT {
  @TempDir Path dir;
  private Path plan;

  /** A class of the library is named by an argument only, and one more by its code. */
  @BeforeEach
  void build() throws IOException {
    Path library =
        Compiled.to(
            dir.resolve("library"),
            "package l; public class Used { public static void touch() { } }",
            "package l; public class Far { public String toString() { return \"far\"; } }",
            "package l; public class Named { public String toString() { return"
                + " \"named \" + new Far(); } }");
    Path main =
        Compiled.to(
            dir.resolve("main"),
            17,
            List.of(library),
            """
            package m;
            public class Main {
              public static void main(String[] names) throws Exception {
                l.Used.touch();
                try {
                  System.out.println(Class.forName(names[0]).getConstructor().newInstance());
                } catch (ClassNotFoundException e) {
                  if (names.length > 1) {
                    throw e;
                  }
                  System.out.println("nobody");
                }
              }
            }
            """);
    new Jar().manifest("Main-Class: m.Main").folder(main).write(dir.resolve("app/m.jar"));
    new Jar().folder(library).write(dir.resolve("app/lib/l.jar"));
    plan = dir.resolve("girdle.yaml");
  }

  private Run.Result seal(String arguments, String... more) throws IOException {
    Files.writeString(
        plan,
        "girdle: 1\napplication:\n  from: app\nidentity:\n  name: named\ncontents:\n  prune: classes\n"
            + "forms: [folder]\nout: sealed\nrehearsals:\n  start:\n    arguments: "
            + arguments
            + "\n");
    Object[] words = new Object[2 + more.length];
    words[0] = "seal";
    words[1] = plan;
    System.arraycopy(more, 0, words, 2, more.length);
    return Run.girdle(words).with("PATH", "/usr/bin:/bin").go();
  }

  @Test
  void whatTheProgramSaysItMissesIsPutBackByName() throws IOException {
    Run.Result made = seal("[l.Named, loud]", "--rehearse");
    assertThat(made.err()).contains("put back, since a rehearsal missed it", "--always l.Named");
    assertThat(made.status()).isZero();
    assertThat(made.out()).doesNotContain("Not tried");
    assertThat(Run.of(dir.resolve("sealed/named/bin/named"), "l.Named").well().out())
        .isEqualTo("named far\n");
    assertThat(Run.girdle("inspect", dir.resolve("sealed/named"), "--json").well().out())
        .contains("the plan always keeps l.Named");
  }

  @Test
  void whatFailsInSilenceIsMendedByWhatTheOriginalLoads() throws IOException {
    Run.Result made = seal("[l.Named]", "--rehearse");
    assertThat(made.status()).as(made.err()).isZero();
    assertThat(made.err()).contains("the application loads it when it is not sealed");
    assertThat(Run.of(dir.resolve("sealed/named/bin/named"), "l.Named").well().out())
        .isEqualTo("named far\n");
  }

  @Test
  void withoutRepairItOnlyTells() throws IOException {
    Run.Result made = seal("[l.Named]", "--rehearse", "--no-repair");
    assertThat(made.status()).isEqualTo(1);
    assertThat(made.err())
        .contains("its output differs from that of the original", "\"nobody\"", "\"named far\"");
    assertThat(dir.resolve("sealed/named")).doesNotExist();
  }

  @Test
  void whatWasNotTriedIsSaidLast() throws IOException {
    Run.Result made = seal("[l.Named]");
    assertThat(made.status()).isZero();
    assertThat(made.out().lines().toList())
        .last()
        .asString()
        .startsWith("Not tried: ")
        .contains("girdle rehearse " + dir.resolve("sealed/named") + " -- ARGUMENTS");
    assertThat(made.out())
        .contains("asked for in your own code by names that only the run will tell");
  }
}
