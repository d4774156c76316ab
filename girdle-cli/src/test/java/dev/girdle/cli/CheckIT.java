package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What happens to artifacts after they were sealed, and what changes from one to the next. */
class CheckIT {
  private static final String PATH =
      Path.of(System.getProperty("java.home"), "bin") + ":/usr/bin:/bin";

  @TempDir static Path shared;
  @TempDir Path dir;
  private Path folder;

  @BeforeAll
  static void seal() {
    Run.girdle("demo", shared.resolve("demo")).well();
  }

  @BeforeEach
  void copy() {
    folder = dir.resolve("tidebook");
    Run.of("cp", "-rp", shared.resolve("demo/sealed/tidebook-1.4.0"), folder)
        .with("PATH", PATH)
        .well();
  }

  private static Result check(Path artifact) {
    return Run.girdle("check", artifact).with("PATH", PATH).go();
  }

  @Test
  void allThatIsWrongWithAFolderIsToldAtOnce() throws IOException {
    Files.writeString(folder.resolve("lib/extra.jar"), "not of the harbour office");
    Files.delete(folder.resolve("README.txt"));
    Path starter = folder.resolve("bin/tidebook");
    Files.writeString(starter, Files.readString(starter).replace("needs=17", "needs=16"));
    Files.writeString(folder.resolve("bin/tidebook.cmd"), "short");
    Path licence = folder.resolve("licences/summary.txt");
    Files.writeString(licence, Files.readString(licence).replace("Apache", "Apachy"));
    assertThat(folder.resolve("bin/tidebook").toFile().setExecutable(false)).isTrue();
    Result result = check(folder);
    assertThat(result.status()).isEqualTo(1);
    assertThat(result.out())
        .contains("no  whole and unaltered")
        .contains("lib/extra.jar is not in the record; it was added later")
        .contains("README.txt is missing")
        .contains("bin/tidebook was altered: its digest is another")
        .contains("bin/tidebook.cmd has 5 bytes, and had ")
        .contains("licences/summary.txt was altered")
        .contains("5 things have to be mended in ");
  }

  @Test
  void aStarterThatLostItsPermissionIsTold() {
    assertThat(folder.resolve("bin/tidebook").toFile().setExecutable(false, false)).isTrue();
    assertThat(check(folder).out()).contains("has lost the permission to be executed: chmod +x");
  }

  @Test
  void everyFileOfAnArchiveCounts() throws IOException {
    Path jar = shared.resolve("demo/sealed/tidebook-merged.jar");
    assertThat(check(jar).status()).isZero();
    Map<String, byte[]> entries = new LinkedHashMap<>();
    try (ZipFile zip = new ZipFile(jar.toFile())) {
      for (ZipEntry entry : zip.stream().filter(e -> !e.isDirectory()).toList()) {
        entries.put(entry.getName(), zip.getInputStream(entry).readAllBytes());
      }
    }
    entries.remove("tidebook.properties");
    Jar altered = new Jar().with("added.txt", "x");
    entries.forEach(altered::with);
    Result result = check(altered.write(dir.resolve("altered.jar")));
    assertThat(result.status()).isEqualTo(1);
    assertThat(result.out())
        .contains("tidebook.properties is missing", "added.txt is not in the record");
    assertThat(Run.girdle("check", dir.resolve("altered.jar"), "--quiet").go().out())
        .startsWith("2 things have to be mended in ");
  }

  @Test
  void itIsToldWhetherThisMachineCanRunIt() throws IOException {
    Result here = check(folder);
    assertThat(here.status()).isZero();
    assertThat(here.out())
        .contains("yes runs on this machine")
        .contains("needs Java 17 or newer; Java " + Runtime.version().feature() + " is here");
    Path record = folder.resolve("girdle-record.json");
    String text = Files.readString(record);
    Files.writeString(record, text.replaceFirst("\"needs\" : \">=17\"", "\"needs\" : \">=99\""));
    Result newer = check(folder);
    assertThat(newer.status()).isEqualTo(1);
    assertThat(newer.out())
        .contains("no  runs on this machine")
        .contains("needs Java 99 or newer, and there is none here; found: Java ");
    Files.writeString(
        record, text.replaceFirst("\"prune\"", "\"target\" : \"windows-x64\",\n  \"prune\""));
    Result other = check(folder);
    assertThat(other.status()).isZero();
    assertThat(other.out()).contains("it is for windows-x64, and this is ");
  }

  @Test
  void jsonFitsItsSchemaAndSaysTheSame() throws IOException {
    Files.delete(folder.resolve("README.txt"));
    Result result = Run.girdle("check", folder, "--json").with("PATH", PATH).go();
    assertThat(result.status()).isEqualTo(1);
    JsonNode found = JsonIT.valid("check", result);
    assertThat(found.get("good").asBoolean()).isFalse();
    assertThat(found.get("findings").toString()).contains("README.txt is missing");
  }

  @Test
  void whatWasNotMadeByGirdleIsRefused() throws IOException {
    Files.delete(folder.resolve("girdle-record.json"));
    assertThat(check(folder).err()).contains("has lost its record");
    assertThat(check(folder).status()).isEqualTo(1);
    assertThat(check(dir.resolve("nothing")).status()).isEqualTo(2);
  }

  @Test
  void oneReleaseIsComparedWithTheNext() throws IOException {
    Path app = shared.resolve("demo/tidebook");
    Path next = dir.resolve("next");
    Run.of("cp", "-r", app, next).with("PATH", PATH).well();
    try (Stream<Path> jars = Files.list(next.resolve("lib"))) {
      Path codec =
          jars.filter(j -> j.toString().contains("commons-codec")).findFirst().orElseThrow();
      Files.move(codec, next.resolve("lib/commons-codec-1.18.0.jar"));
    }
    Path old = shared.resolve("demo/sealed/tidebook-1.4.0");
    Run.girdle(
            "seal", next, "--release", "1.5.0", "--form", "folder", "--out", dir, "--prune", "none")
        .well();
    Path newer = dir.resolve("tidebook-1.5.0");
    Result result = Run.girdle("compare", old, newer).well();
    assertThat(result.out())
        .containsPattern("release +1.4.0 +1.5.0")
        .containsPattern("new +byte-buddy-1.15.11.jar +- +8.5 MB +\\+8.5 MB")
        .containsPattern("changed +commons-codec-1.18.0.jar .* 1.17.2 to 1.18.0")
        .containsPattern("\\d+\\.\\d MB larger, \\+\\d+\\.\\d %");
    Result failed = Run.girdle("compare", old, newer, "--fail-on-growth", "5%", "--quiet").go();
    assertThat(failed.status()).isEqualTo(1);
    assertThat(failed.out()).contains("more than the 5% that are allowed").hasLineCount(1);
    assertThat(Run.girdle("compare", newer, old, "--fail-on-growth", "5%").go().status()).isZero();
    assertThat(Run.girdle("compare", old, newer, "--fail-on-growth", "some").go().status())
        .isEqualTo(2);
    JsonNode json = JsonIT.valid("compare", Run.girdle("compare", old, newer, "--json").well());
    assertThat(json.get("afterBytes").asLong()).isGreaterThan(json.get("beforeBytes").asLong());
  }

  @Test
  void theListOfComponentsInAnArtifactFitsItsPublishedSchema() throws Exception {
    byte[] sbom = Files.readAllBytes(folder.resolve("girdle-sbom.cdx.json"));
    assertThat(
            new org.cyclonedx.parsers.JsonParser().validate(sbom, org.cyclonedx.Version.VERSION_16))
        .isEmpty();
    JsonNode list = new ObjectMapper().readTree(sbom);
    assertThat(list.get("components").toString())
        .contains("pkg:maven/org.slf4j/slf4j-api@2.0.17", "\"id\":\"MIT\"")
        .contains("pkg:maven/commons-codec/commons-codec@1.17.2");
  }
}
