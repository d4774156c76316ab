package dev.girdle.java.runtime;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.form.FolderForm;
import dev.girdle.io.SourceDate;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.testing.Compiled;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Trims real runtimes, and starts what comes out. */
class BundledRuntimeTest {
  @TempDir Path dir;

  static Stream<Path> homes() {
    return Stream.of(
            Path.of(System.getProperty("java.home")), Path.of("/usr/lib/jvm/temurin-25-jdk-amd64"))
        .filter(Files::isDirectory)
        .distinct();
  }

  private Path write(List<LayoutFile> files, String name) throws IOException {
    Path place = dir.resolve(name);
    Layout layout = new Layout(files, List.of(), "record", List.of(), List.of(), "%s");
    new FolderForm(SourceDate.of(null)).write(layout, place, w -> new byte[0], n -> {});
    return place;
  }

  private static String run(Object... command) throws Exception {
    List<String> words = new ArrayList<>();
    for (Object word : command) {
      words.add(word.toString());
    }
    ProcessBuilder builder = new ProcessBuilder(words).redirectErrorStream(true);
    builder.environment().clear();
    Process process = builder.start();
    process.getOutputStream().close();
    String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
    return said + (process.exitValue() == 0 ? "" : "exit status " + process.exitValue());
  }

  @ParameterizedTest
  @MethodSource("homes")
  void aTrimmedRuntimeStartsProgramsAndKnowsItsModulesOnly(Path home) throws Exception {
    JavaHome found = JavaHome.of(home);
    Path classes =
        Compiled.to(
            dir.resolve("classes"),
            """
            package h;
            public class Book {
              public static void main(String[] a) throws Exception {
                java.util.logging.Logger.getLogger("h").info("low water");
                System.out.println(String.format("%.2f", 6.76)
                    + " " + java.util.List.of(1, 2).stream().map(i -> i + 1).toList()
                    + " " + Book.class.getModule().isNamed()
                    + " " + Object.class.getResource("/java/lang/Object.class")
                    + " " + java.security.MessageDigest.getInstance("SHA-256").getAlgorithm());
                try {
                  Class.forName("java.sql.Connection");
                } catch (ClassNotFoundException e) {
                  System.out.println("no " + e.getMessage());
                }
              }
            }
            """);
    try (BundledRuntime runtime = BundledRuntime.open(found, List.of())) {
      Map<String, String> chosen =
          new TreeMap<>(Map.of("java.base", "always", "java.logging", "wanted"));
      Path trimmed = write(runtime.trimmed(Extract.of(chosen), ""), "trimmed");
      Path java = trimmed.resolve("bin/java");
      assertThat(run(java, "--list-modules"))
          .matches("(?s)java.base@[^\n]+\njava.logging@[^\n]+\n");
      assertThat(run(java, "-cp", classes, "h.Book"))
          .contains("INFO: low water")
          .contains("6.76 [2, 3] false jrt:/java.base/java/lang/Object.class SHA-256")
          .contains("no java.sql.Connection")
          .doesNotContain("exit status");
      assertThat(trimmed.resolve("lib/libawt.so")).doesNotExist();
      assertThat(trimmed.resolve("conf/logging.properties")).exists();
      assertThat(trimmed.resolve("legal/java.sql")).doesNotExist();
      assertThat(JavaHome.of(trimmed).version()).isEqualTo(found.version());
      Path again = write(runtime.trimmed(Extract.of(chosen), ""), "again");
      assertThat(again.resolve("lib/modules"))
          .hasSameBinaryContentAs(trimmed.resolve("lib/modules"));
    }
  }

  @ParameterizedTest
  @MethodSource("homes")
  void everyResourceOfEveryModuleIsFoundAgain(Path home) throws Exception {
    Path classes =
        Compiled.to(
            dir.resolve("walker"),
            """
            package h;
            import java.nio.file.*;
            public class Walk {
              public static void main(String[] a) throws Exception {
                long[] n = new long[2];
                try (var all = Files.walk(FileSystems.getFileSystem(java.net.URI.create("jrt:/")).getPath("/modules"))) {
                  for (Path p : all.filter(Files::isRegularFile).sorted().toList()) {
                    n[0]++;
                    n[1] = n[1] * 31 + java.util.Arrays.hashCode(Files.readAllBytes(p));
                  }
                }
                long packages;
                try (var all = Files.list(FileSystems.getFileSystem(java.net.URI.create("jrt:/")).getPath("/packages"))) {
                  packages = all.count();
                }
                System.out.println(n[0] + " " + n[1] + " " + (packages > 100));
              }
            }
            """);
    try (BundledRuntime runtime = BundledRuntime.open(JavaHome.of(home), List.of())) {
      Map<String, String> chosen = new TreeMap<>();
      runtime.modules().keySet().stream()
          .filter(m -> !m.startsWith("jdk.internal.vm") && !m.startsWith("jdk.graal"))
          .filter(m -> !m.equals("java.base"))
          .forEach(m -> chosen.put(m, "all"));
      chosen.put("java.base", "all");
      Path trimmed = write(runtime.trimmed(Extract.of(chosen), ""), "all");
      String expected = walk(home, classes, chosen);
      assertThat(run(trimmed.resolve("bin/java"), "-cp", classes, "h.Walk")).isEqualTo(expected);
    }
  }

  /** What a runtime that was not cut down finds in the same modules, its lists of them apart. */
  private static String walk(Path home, Path classes, Map<String, String> modules)
      throws IOException {
    long count = 0;
    long hash = 0;
    try (BundledRuntime runtime = BundledRuntime.open(JavaHome.of(home), List.of())) {
      LayoutFile image =
          runtime.trimmed(Extract.of(modules), "").stream()
              .filter(f -> f.path().equals("lib/modules"))
              .findFirst()
              .orElseThrow();
      assertThat(image.content().size()).isGreaterThan(10_000_000);
      for (byte[] bytes : runtime.contents(Extract.of(modules))) {
        count++;
        hash = hash * 31 + java.util.Arrays.hashCode(bytes);
      }
    }
    return count + " " + hash + " true\n";
  }

  @Test
  void whatIsNoRuntimeIsToldSo() {
    assertThatThrownBy(() -> JavaHome.of(dir))
        .hasMessageContaining("is no folder of a Java runtime");
    assertThat(JavaHome.at(dir)).isEmpty();
  }

  @Test
  void aWholeRuntimeComesWithoutWhatIsForDevelopment() throws Exception {
    Path home = Path.of(System.getProperty("java.home"));
    Assumptions.assumeTrue(Files.isDirectory(home.resolve("include")));
    try (BundledRuntime runtime = BundledRuntime.open(JavaHome.of(home), List.of())) {
      List<LayoutFile> files = runtime.whole("runtime/");
      assertThat(files)
          .extracting(LayoutFile::path)
          .contains("runtime/bin/java", "runtime/lib/modules", "runtime/release")
          .noneMatch(p -> p.matches("runtime/(jmods|include|man)/.*|.*ct\\.sym|.*src\\.zip"));
      Path whole = write(files, "whole");
      assertThat(run(whole.resolve("runtime/bin/java"), "-version"))
          .contains("Runtime Environment");
    }
  }
}
