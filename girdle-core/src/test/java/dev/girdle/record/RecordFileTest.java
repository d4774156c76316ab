package dev.girdle.record;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RecordFileTest {
  private static final ArtifactRecord RECORD =
      new ArtifactRecord(
          ArtifactRecord.FORMAT,
          "java",
          "0.1.0",
          "tidebook",
          null,
          "Tide Book",
          null,
          null,
          null,
          null,
          null,
          false,
          "folder",
          "org.ternhaven.TideBook",
          List.of(),
          "components",
          null,
          new ArtifactRecord.RuntimeEntry(
              "Java", ">=17", "x", List.of("java.base"), null, null, null, null),
          List.of(),
          List.of(new ArtifactRecord.FileEntry("a", 1, "0".repeat(64), null, null, "because")),
          List.of(new ArtifactRecord.LeftOutEntry("c.jar", null, 7, "nothing needs it")),
          List.of(),
          List.of("a notice with \u00fcmlauts"));

  @TempDir Path dir;

  @Test
  void whatIsWrittenIsRead() throws IOException {
    byte[] bytes = RecordFile.write(RECORD);
    Files.write(dir.resolve(RecordFile.IN_FOLDER), bytes);
    assertThat(RecordFile.of(dir)).contains(RECORD);
    Path jar = new Jar().with(RecordFile.IN_ARCHIVE, bytes).write(dir.resolve("a.jar"));
    assertThat(RecordFile.of(jar)).contains(RECORD);
    assertThat(new String(bytes, java.nio.charset.StandardCharsets.UTF_8))
        .doesNotContain("\r")
        .doesNotContain("null")
        .endsWith("}\n");
  }

  @Test
  void aRecordOfALaterGirdleMayKnowMore() throws IOException {
    String more = new String(RecordFile.write(RECORD)).replaceFirst("\\{", "{\"later\": [1],");
    Files.writeString(dir.resolve(RecordFile.IN_FOLDER), more);
    assertThat(RecordFile.of(dir)).contains(RECORD);
    String newer = more.replace("\"format\" : 2", "\"format\" : 3");
    Files.writeString(dir.resolve(RecordFile.IN_FOLDER), newer);
    assertThatThrownBy(() -> RecordFile.of(dir)).hasMessageContaining("written by a newer Girdle");
  }

  @Test
  void whatIsNoRecordIsSaidToBeNone() throws IOException {
    assertThat(RecordFile.of(dir)).isEmpty();
    assertThat(RecordFile.of(new Jar().with("a", "a").write(dir.resolve("a.jar")))).isEmpty();
    Files.writeString(dir.resolve(RecordFile.IN_FOLDER), "{}");
    assertThatThrownBy(() -> RecordFile.of(dir)).hasMessageContaining("/components is missing");
    Files.writeString(dir.resolve(RecordFile.IN_FOLDER), "rubbish");
    assertThatThrownBy(() -> RecordFile.of(dir)).hasMessageContaining("cannot be read");
  }

  @Test
  void recordsOfTheFirstFormatAreRead() throws IOException {
    String first =
        new String(RecordFile.write(RECORD), StandardCharsets.UTF_8)
            .replace("\"format\" : 2", "\"format\" : 1")
            .replace("  \"language\" : \"java\",\n", "")
            .replace("\"needs\" : \">=17\"", "\"release\" : 21, \"exactly\" : true")
            .replace("\"uses\"", "\"modules\"");
    assertThat(first).contains("\"release\" : 21").contains("\"modules\"").doesNotContain("uses");
    Files.writeString(dir.resolve(RecordFile.IN_FOLDER), first);
    ArtifactRecord read = RecordFile.of(dir).orElseThrow();
    assertThat(read.language()).isNull();
    assertThat(read.runtime().needs()).isEqualTo("=21");
    assertThat(read.runtime().text()).isEqualTo("Java 21 exactly");
    assertThat(read.runtime().uses()).containsExactly("java.base");
  }
}
