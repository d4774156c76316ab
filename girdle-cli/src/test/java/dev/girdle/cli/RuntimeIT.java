package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Programs that bring their Java along, on machines that have none. */
class RuntimeIT {
  private static final Path NEWER = Path.of("/usr/lib/jvm/temurin-25-jdk-amd64");

  @TempDir static Path dir;
  private static Path demo;

  @BeforeAll
  static void copyOut() {
    demo = dir.resolve("demo");
    Run.girdle("demo", demo).well();
  }

  private static Result seal(Object... words) {
    Object[] all = new Object[words.length + 4];
    all[0] = "seal";
    all[1] = demo;
    all[2] = "--out";
    all[3] = dir.resolve("out");
    System.arraycopy(words, 0, all, 4, words.length);
    return Run.girdle(all).go();
  }

  private static Result start(Path folder) {
    return Run.of(folder.resolve("bin/tidebook"), "north-quay", "2026-03-14")
        .with("PATH", "/nowhere")
        .well();
  }

  @ParameterizedTest
  @ValueSource(strings = {"trimmed", "whole"})
  void itRunsByItself(String kind) throws IOException {
    Result made = seal("--form", "folder", "--runtime", kind, "--as", kind);
    assertThat(made.status()).as(made.err()).isZero();
    Path folder = dir.resolve("out").resolve(kind);
    Path moved = Files.move(folder, dir.resolve("moved " + kind));
    assertThat(start(moved).out()).contains("page sum 4c2a9646");
    assertThat(moved.resolve("README.txt")).content().contains("Nothing: Java ");
    assertThat(Run.girdle("check", moved).well().out())
        .contains("brings Java ", "along, " + kind)
        .contains("Nothing has to be mended");
    JsonNode record = JsonIT.valid("record", Run.girdle("inspect", moved, "--json").well());
    assertThat(record.at("/runtime/bundled").asText()).isEqualTo(kind);
    if (kind.equals("trimmed")) {
      assertThat(record.at("/runtime/parts/java.base").asText()).isNotEmpty();
      assertThat(record.at("/runtime/parts").has("java.sql")).isFalse();
      assertThat(record.at("/runtime/leftOut/jdk.zipfs").asText())
          .contains("archives as file systems");
      assertThat(moved.resolve("runtime/lib/libawt.so")).doesNotExist();
    }
  }

  @Test
  void theShelfServesOtherTargets() throws IOException {
    Path shelf = dir.resolve("data");
    Path home = dir.resolve("windows-java");
    Files.createDirectories(home.resolve("lib"));
    Files.writeString(
        home.resolve("release"),
        "JAVA_VERSION=\"17.0.9\"\nOS_NAME=\"Windows\"\nOS_ARCH=\"x86_64\"\n");
    Files.writeString(home.resolve("lib/modules"), "no image");
    Result added =
        Run.girdle("runtimes", "--add", home).with("XDG_DATA_HOME", shelf.toString()).well();
    assertThat(added.out()).contains("Java 17.0.9", "windows-x64", "on the shelf");
    JsonNode all =
        JsonIT.valid(
            "runtimes",
            Run.girdle("runtimes", "--json")
                .with("XDG_DATA_HOME", shelf.toString())
                .with("JAVA_HOME", System.getProperty("java.home"))
                .well());
    assertThat(all.get("runtimes").toString()).contains("JAVA_HOME", "java-17.0.9-windows-x64");
    Result sealed =
        Run.girdle(
                "seal",
                demo,
                "--form",
                "folder",
                "--runtime",
                "whole",
                "--target",
                "windows-x64",
                "--out",
                dir.resolve("shelved"))
            .with("XDG_DATA_HOME", shelf.toString())
            .go();
    // it is found; that its image is none is told
    assertThat(sealed.err()).contains("java-17.0.9-windows-x64 cannot be read");
  }

  @Test
  void modulesCanBeKeptAndLeftOutByName() throws IOException {
    JsonNode made =
        new ObjectMapper()
            .readTree(
                seal(
                        "--form",
                        "folder",
                        "--runtime",
                        "trimmed",
                        "--as",
                        "chosen",
                        "--json",
                        "--always",
                        "jdk.zipfs",
                        "--never",
                        "jdk.localedata")
                    .bytes());
    assertThat(made.at("/artifacts/0/notices").toString())
        .contains("jdk.localedata")
        .doesNotContain("jdk.zipfs");
    Result list = Run.of(dir.resolve("out/chosen/runtime/bin/java"), "--list-modules").well();
    assertThat(list.out()).contains("jdk.zipfs@").doesNotContain("jdk.localedata");
    assertThat(start(dir.resolve("out/chosen")).out()).contains("page sum 4c2a9646");
    assertThat(Run.girdle("explain", demo, "jdk.localedata").well().out())
        .containsPattern("jdk.localedata goes along with Java \\d+: for \\w+ in other languages")
        .contains("org.ternhaven.");
    assertThat(Run.girdle("explain", demo, "jdk.zipfs").well().out())
        .contains("which nothing in the closure asks for");
  }

  @Test
  void aNewerJavaServesAsWell() throws IOException {
    assumeTrue(Files.isDirectory(NEWER), "there is no newer Java on this machine");
    Result made =
        seal("--form", "folder", "--runtime", "trimmed", "--runtime-from", NEWER, "--as", "newer");
    assertThat(made.status()).as(made.err()).isZero();
    Path folder = dir.resolve("out/newer");
    assertThat(start(folder).out()).contains("page sum 4c2a9646");
    assertThat(Run.of(folder.resolve("runtime/bin/java"), "-version").well().err()).contains("25");
  }

  @Test
  void anExecutableForWindowsUnpacksItselfAndKnowsOneCompression() {
    assertThat(seal("--form", "executable", "--target", "windows-x64", "--packing", "xz").err())
        .contains("an executable for windows unpacks itself, and knows gzip alone");
  }

  @Test
  void withoutARuntimeAnExecutableIsAScriptAndAJarAtOnce() throws IOException {
    Result made = seal("--form", "executable", "--as", "both.run", "--entry-options", "-Xmx99m");
    assertThat(made.status()).as(made.err()).isZero();
    Path file = dir.resolve("out/both.run");
    Path link = Files.createSymbolicLink(dir.resolve("tides"), file);
    List<List<Object>> starts =
        List.of(
            List.of(file),
            List.of(link),
            List.of("dash", file),
            List.of("bash", file),
            List.of(Run.JAVA, "-jar", file));
    for (List<Object> start : starts) {
      for (String berth : List.of("north-quay", "no & such 'quay'")) {
        List<Object> command = new java.util.ArrayList<>(start);
        command.addAll(List.of(berth, "2026-03-14"));
        Result run =
            Run.of(command.toArray())
                .with("PATH", "/usr/bin:/bin")
                .with("JAVA_HOME", System.getProperty("java.home"))
                .go();
        Result plain =
            Run.of(
                    Run.JAVA,
                    "-jar",
                    dir.resolve("demo/sealed/tidebook-merged.jar"),
                    berth,
                    "2026-03-14")
                .go();
        assertThat(run.out()).as(start.toString()).isEqualTo(plain.out());
        assertThat(run.status()).isEqualTo(plain.status());
      }
    }
    assertThat(Run.girdle("check", file).with("PATH", "/usr/bin").well().out())
        .contains("Nothing has to be mended");
    assertThat(Run.girdle("inspect", file).well().out()).contains("an executable made by Girdle");
    assertThat(Run.of("unzip", "-tq", file).with("PATH", "/usr/bin:/bin").well().out())
        .contains("No errors detected");
    assertThat(Files.readString(file, java.nio.charset.StandardCharsets.ISO_8859_1))
        .contains("exec \"$java\" $options '-Xmx99m' ");
    seal("--form", "executable", "--as", "both.run", "--entry-options", "-Xmx99m", "--replace");
  }

  @Test
  void anExecutableIsInspectedAndCheckedWithoutBeingStarted() throws IOException {
    Path file = dir.resolve("out/one.run");
    assertThat(
            seal("--form", "executable", "--runtime", "trimmed", "--as", "one.run", "--quiet")
                .out())
        .contains("Run it: " + file);
    Path cache = dir.resolve("a cache");
    Result run =
        Run.of(file, "north-quay", "2026-03-14")
            .with("PATH", "/usr/bin:/bin")
            .with("XDG_CACHE_HOME", cache.toString())
            .well();
    assertThat(run.out()).contains("page sum 4c2a9646");
    assertThat(cache.resolve("girdle-run")).isDirectory();
    assertThat(Run.girdle("inspect", file).well().out())
        .contains("tidebook 1.4.0, an executable made by Girdle", "java.base");
    assertThat(Run.girdle("check", file).well().out()).contains("Nothing has to be mended");
    byte[] bytes = Files.readAllBytes(file);
    bytes[bytes.length / 2] ^= 1;
    Files.write(file, bytes);
    assertThat(Run.girdle("check", file).go().status()).isEqualTo(1);
  }

  @Test
  void theSameRuntimeGivesTheSameBytes() throws IOException {
    for (String name : List.of("one", "two")) {
      Path out = dir.resolve(name);
      Run.girdle(
              "seal", demo, "--form", "tgz", "--runtime", "trimmed", "--as", "a.tgz", "--out", out)
          .well();
    }
    assertThat(dir.resolve("two/a.tgz")).hasSameBinaryContentAs(dir.resolve("one/a.tgz"));
  }

  @Test
  void whatCannotBeIsToldBeforeAnythingIsMade() throws IOException {
    assertThat(seal("--form", "archive", "--runtime", "trimmed", "--as", "a.jar").err())
        .contains("an archive is started by a runtime and cannot bring one along");
    assertThat(
            seal(
                    "--form",
                    "folder",
                    "--runtime",
                    "whole",
                    "--target",
                    "windows-x64",
                    "--as",
                    "windows")
                .err())
        .contains("no runtime for windows-x64; there is:", "  Java ");
    assertThat(
            seal("--form", "folder", "--runtime", "whole", "--runtime-from", demo, "--as", "none")
                .err())
        .contains("is no folder of a Java runtime");
    assertThat(seal("--form", "folder", "--runtime", "thin", "--as", "t").status()).isEqualTo(2);
    for (String name : List.of("a.jar", "windows", "none", "t")) {
      assertThat(dir.resolve("out").resolve(name)).doesNotExist();
    }
  }
}
