package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.TreeSet;
import java.util.jar.JarEntry;
import java.util.jar.JarFile;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Every command prints JSON of the shape that its schema promises; the record tells the truth. */
class JsonIT {
  @TempDir static Path dir;
  private static Path app;

  @BeforeAll
  static void copyOut() {
    Run.girdle("demo", dir.resolve("demo")).well();
    app = dir.resolve("demo/tidebook");
  }

  static JsonNode valid(String schema, Result result) throws IOException {
    return valid(schema, result.bytes());
  }

  private static JsonNode valid(String schema, byte[] bytes) throws IOException {
    Path file = Path.of(System.getProperty("girdle.schemas"), schema + ".schema.json");
    Schema rules =
        SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(Files.readString(file));
    JsonNode document = new ObjectMapper().readTree(bytes);
    assertThat(rules.validate(document)).isEmpty();
    return document;
  }

  @Test
  void surveyAndClosure() throws IOException {
    JsonNode survey = valid("survey", Run.girdle("survey", app, "--json").well());
    assertThat(survey.at("/entryPoint/name").asText()).isEqualTo("org.ternhaven.tidebook.TideBook");
    JsonNode closure = valid("closure", Run.girdle("closure", app, "--json").well());
    assertThat(closure.get("ballast")).filteredOn(b -> b.get("path").asText().isEmpty()).hasSize(3);
    assertThat(closure.get("ballast"))
        .filteredOn(b -> !b.get("path").asText().isEmpty())
        .allSatisfy(b -> assertThat(b.get("reason").asText()).isEqualTo("build description"));
    assertThat(closure.get("runtimeModules").toString()).contains("java.base");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "TideBook",
        "byte-buddy",
        "Ansi",
        "HANDOVER.txt",
        "java.base",
        "berths.properties"
      })
  void explain(String thing) throws IOException {
    JsonNode found = valid("explain", Run.girdle("explain", app, thing, "--json").well());
    assertThat(found.get("explanations")).isNotEmpty();
  }

  @Test
  void demo() throws IOException {
    valid("demo", Run.girdle("demo", "--json").in(dir).well());
  }

  @ParameterizedTest
  @ValueSource(strings = {"nested", "merged"})
  void theRecordOfAnArchiveAccountsForEveryByte(String kind) throws Exception {
    Path out = dir.resolve(kind);
    Result result = Run.girdle("seal", app, "--archive", kind, "--out", out, "--json").well();
    Path jar = Path.of(valid("seal", result).at("/artifacts/0/path").asText());
    JsonNode found = valid("record", Run.girdle("inspect", jar, "--json").well());
    TreeSet<String> accounted = new TreeSet<>();
    try (JarFile file = new JarFile(jar.toFile())) {
      for (JsonNode entry : found.get("files")) {
        String path = entry.get("path").asText();
        assertThat(accounted.add(path)).isTrue();
        byte[] bytes = file.getInputStream(file.getEntry(path)).readAllBytes();
        assertThat(entry.get("bytes").asLong()).isEqualTo(bytes.length);
        assertThat(entry.get("sha256").asText()).as(path).isEqualTo(sha256(bytes));
        assertThat(entry.get("reason").asText()).isNotEmpty();
      }
      accounted.add("META-INF/girdle/record.json");
      assertThat(file.stream().filter(e -> !e.isDirectory()).map(JarEntry::getName))
          .containsExactlyInAnyOrderElementsOf(accounted);
    }
  }

  @Test
  void theRecordOfAFolderAccountsForEveryByte() throws Exception {
    Path folder = dir.resolve("demo/sealed/tidebook-1.4.0");
    JsonNode found = valid("record", Files.readAllBytes(folder.resolve("girdle-record.json")));
    for (JsonNode entry : found.get("files")) {
      byte[] bytes = Files.readAllBytes(folder.resolve(entry.get("path").asText()));
      assertThat(entry.get("sha256").asText()).isEqualTo(sha256(bytes));
    }
    try (var files = Files.walk(folder)) {
      assertThat(files.filter(Files::isRegularFile)).hasSize(found.get("files").size() + 1);
    }
    assertThat(found.get("leftOut").toString())
        .contains("byte-buddy-1.15.11.jar", "survey: other file");
  }

  private static String sha256(byte[] bytes) throws Exception {
    return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
  }
}
