package dev.girdle.report;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.RecordFile;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class HistoryTest {
  @TempDir Path dir;

  private static byte[] recordOf(String name, String release) {
    return RecordFile.write(
        new ArtifactRecord(
            ArtifactRecord.FORMAT,
            "java",
            "0.1.0",
            name,
            release,
            null,
            null,
            null,
            null,
            null,
            null,
            false,
            "folder",
            "x.Y",
            List.of(),
            "components",
            null,
            new ArtifactRecord.RuntimeEntry("Java", ">=17", "x", List.of(), null, null, null, null),
            List.of(),
            List.of(),
            List.of(new ArtifactRecord.LeftOutEntry("c.jar", null, 7, "why")),
            List.of(),
            List.of()));
  }

  private void folder(String folder, String name, String release) throws IOException {
    Path place = Files.createDirectories(dir.resolve(folder));
    Files.write(place.resolve(RecordFile.IN_FOLDER), recordOf(name, release));
    Files.write(place.resolve("payload"), new byte[1000]);
  }

  @Test
  void onlyArtifactsOfTheApplicationInTheOrderOfReleases() throws IOException {
    folder("b", "tidebook", "1.10");
    folder("a", "tidebook", "1.9");
    folder("c", "harbourlog", "1.0");
    Files.createDirectories(dir.resolve("something else"));
    Files.writeString(dir.resolve("notes.txt"), "no artifact");
    Files.write(dir.resolve("damaged.zip"), new byte[] {'P', 'K', 3, 4, 0, 0});
    new Jar()
        .with(RecordFile.IN_ARCHIVE, recordOf("tidebook", "1.0"))
        .write(dir.resolve("old.jar"));
    List<Edition> found = History.in(dir, "tidebook", (what, done, all) -> {});
    assertThat(found).extracting(Edition::file).containsExactly("old.jar", "a", "b");
    assertThat(found.get(1).bytes()).isEqualTo(1000 + recordOf("tidebook", "1.9").length);
    assertThat(found.get(1).leftOut()).isEqualTo(7);
  }

  @Test
  void aFolderThatIsNotThereHasNone() {
    assertThat(History.in(dir.resolve("none"), "tidebook", (what, done, all) -> {})).isEmpty();
  }
}
