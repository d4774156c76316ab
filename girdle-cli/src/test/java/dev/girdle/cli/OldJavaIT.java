package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * What goes into artifacts is compiled for Java 8, and has to run on a Java older than the one that
 * Girdle runs on. Needs one; without it, the tests say that they were skipped.
 */
class OldJavaIT {
  private static final Path OLD =
      Path.of(
          System.getenv().getOrDefault("GIRDLE_OLD_JAVA", "/opt/girdle-java11/java"), "bin/java");

  private static final String MAIN =
      """
      package org.ternhaven.old;
      import java.io.*; import java.net.*; import java.util.*;
      public class Bell {
        static String read(URL u) throws IOException {
          try (BufferedReader in = new BufferedReader(new InputStreamReader(u.openStream(), "UTF-8"))) {
            return in.readLine();
          }
        }
        public static void main(String[] args) throws Exception {
          ClassLoader loader = Bell.class.getClassLoader();
          URL tide = loader.getResource("tides/high water.txt");
          System.out.println("file " + read(tide) + ", again " + read(new URL(tide.toString())));
          System.out.println("missing " + loader.getResource("tides/none.txt"));
          for (Runnable r : ServiceLoader.load(Runnable.class)) r.run();
          System.out.println("title " + org.ternhaven.rope.Rope.class.getPackage().getImplementationTitle());
          System.out.println("arguments " + Arrays.asList(args) + " " + System.getProperty("harbour"));
          System.out.println("jar " + ((JarURLConnection) tide.openConnection()).getJarFile().getEntry("tides/high water.txt"));
        }
      }
      """;

  private static final String SAYS =
      """
      file at noon, again at noon
      missing null
      the rope holds
      title Ropes
      arguments [] ternhaven
      jar tides/high water.txt
      """;

  @TempDir static Path dir;
  private static Path app;

  @BeforeAll
  static void build() throws IOException {
    Assumptions.assumeTrue(
        Files.exists(OLD), "skipped: no Java older than 17 (GIRDLE_OLD_JAVA) is there");
    Path rope =
        Compiled.to(
            dir.resolve("rope"),
            8,
            List.of(),
            "package org.ternhaven.rope; public class Rope implements Runnable {"
                + " public void run() { System.out.println(\"the rope holds\"); } }");
    Path main = Compiled.to(dir.resolve("main"), 8, List.of(rope), MAIN);
    app = dir.resolve("app");
    new Jar()
        .manifest("Main-Class: org.ternhaven.old.Bell")
        .folder(main)
        .write(app.resolve("bell.jar"));
    new Jar()
        .manifest("Implementation-Title: Ropes")
        .folder(rope)
        .with("META-INF/services/java.lang.Runnable", "org.ternhaven.rope.Rope\n")
        .with("tides/high water.txt", "at noon\n")
        .write(app.resolve("lib/rope.jar"));
  }

  @ParameterizedTest
  @ValueSource(strings = {"nested", "merged"})
  void anArchiveRuns(String kind) {
    Path out = dir.resolve(kind);
    Run.girdle(
            "seal", app, "--archive", kind, "--entry-options", "-Dharbour=ternhaven", "--out", out)
        .well();
    Path jar = out.resolve("bell.jar");
    String said = Run.of(OLD, "-jar", jar).well().out();
    assertThat(said).isEqualTo(SAYS);
  }

  @Test
  void anArchiveOfSeveralEntriesRuns() {
    Path out = dir.resolve("entries");
    Object[] seal = {
      "seal",
      app,
      "--archive",
      "merged",
      "--entry",
      "bell=org.ternhaven.old.Bell",
      "--entry",
      "again=org.ternhaven.old.Bell",
      "--out",
      out,
      "--as",
      "two.jar"
    };
    Run.girdle(seal).well();
    String said =
        Run.of(OLD, "-Dgirdle.entry=again", "-Dharbour=ternhaven", "-jar", out.resolve("two.jar"))
            .well()
            .out();
    assertThat(said).isEqualTo(SAYS);
  }

  @Test
  void aFolderRunsOnIt() {
    Path out = dir.resolve("folder");
    Run.girdle(
            "seal", app, "--form", "folder", "--entry-options", "-Dharbour=ternhaven", "--out", out)
        .well();
    String home = OLD.getParent().getParent().toString();
    String said = Run.of(out.resolve("bell/bin/bell")).with("JAVA_HOME", home).well().out();
    assertThat(said).isEqualTo(SAYS);
  }

  @Test
  void aProgramForANewerJavaIsRefusedInOneLine() throws IOException {
    Path newer =
        Compiled.to(
            dir.resolve("newer"),
            17,
            List.of(),
            "package m; public class New { public static void main(String[] a) { } }");
    Path out = dir.resolve("refused");
    Run.girdle("seal", newer, "--entry", "m.New", "--out", out, "--as", "new.jar").well();
    Run.Result refused = Run.of(OLD, "-jar", out.resolve("new.jar")).go();
    assertThat(refused.status()).isEqualTo(127);
    assertThat(refused.err())
        .startsWith("cannot start: needs Java 17 or newer, and this is Java ")
        .hasLineCount(1);
  }
}
