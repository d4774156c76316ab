package dev.girdle.io;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.testing.Jar;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ZipWriterTest {
  private static final SourceDate DATE = SourceDate.of(null);

  @TempDir Path dir;

  private static Content text(String text) {
    return Content.of(text.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void writesWhatTheJdkReadsFromBothEnds() throws IOException {
    byte[] noise = new byte[300_000];
    new Random(7).nextBytes(noise);
    Path file = dir.resolve("a.zip");
    try (ZipWriter zip = new ZipWriter(file, DATE)) {
      zip.folder("d/");
      zip.compress("d/text.txt", text("tide ".repeat(10_000)), false);
      zip.store("d/Gezeiten-\u00fc\u6f6e.bin", Content.of(noise), true);
      zip.compress("empty", text(""), false);
    }
    try (ZipFile zip = new ZipFile(file.toFile())) {
      assertThat(zip.size()).isEqualTo(4);
      assertThat(zip.getInputStream(zip.getEntry("d/Gezeiten-\u00fc\u6f6e.bin")))
          .hasBinaryContent(noise);
      assertThat(zip.getEntry("d/text.txt").getCompressedSize()).isLessThan(1000);
    }
    try (InputStream in = Files.newInputStream(file);
        ZipInputStream stream = new ZipInputStream(in)) {
      for (ZipEntry e = stream.getNextEntry(); e != null; e = stream.getNextEntry()) {
        long size = stream.readAllBytes().length;
        assertThat(e.getTimeLocal()).isEqualTo(DATE.time());
        assertThat(e.getSize()).isEqualTo(size);
      }
    }
  }

  /** Programs that find a source beside what it was compiled to take the younger of both. */
  @Test
  void whatIsCompiledIsYoungerThanItsSource() throws IOException {
    SourceDate last = SourceDate.of("99999999999");
    for (SourceDate date : List.of(DATE, last, SourceDate.of("1700000039"))) {
      Path file = dir.resolve(date.time().toLocalDate() + ".zip");
      try (ZipWriter zip = new ZipWriter(file, date)) {
        zip.later(true);
        zip.compress("tide__init.class", text("compiled"), false);
        zip.later(false);
        zip.compress("tide.source", text("source"), false);
      }
      try (ZipFile zip = new ZipFile(file.toFile())) {
        assertThat(zip.getEntry("tide__init.class").getTimeLocal())
            .isAfter(zip.getEntry("tide.source").getTimeLocal());
      }
    }
  }

  @Test
  void copiesCompressedBytesAsTheyAre() throws IOException {
    Path source = new Jar().with("a.txt", "tide ".repeat(1000)).write(dir.resolve("a.jar"));
    Path file = dir.resolve("b.zip");
    try (ZipTree tree = ZipTree.open(FolderTree.content(source), "a.jar");
        ZipWriter zip = new ZipWriter(file, DATE)) {
      PackedContent packed = (PackedContent) tree.files().get(0).content();
      assertThat(zip.copy("a.txt", packed, false)).isEqualTo(Sha256.of(packed));
      try (InputStream in = packed.openPacked()) {
        byte[] raw = in.readAllBytes();
        assertThat(Files.readAllBytes(file)).containsSubsequence(raw);
      }
    }
    try (ZipFile zip = new ZipFile(file.toFile())) {
      assertThat(zip.getInputStream(zip.getEntry("a.txt")))
          .hasBinaryContent("tide ".repeat(1000).getBytes(StandardCharsets.UTF_8));
    }
  }

  @Test
  void countsPastSixtyFiveThousandEntries() throws IOException {
    Path file = dir.resolve("many.zip");
    try (ZipWriter zip = new ZipWriter(file, DATE)) {
      for (int i = 0; i < 70_000; i++) {
        zip.store("f" + i, Content.of(new byte[0]), false);
      }
    }
    try (ZipFile zip = new ZipFile(file.toFile())) {
      assertThat(zip.size()).isEqualTo(70_000);
    }
  }

  @Test
  void respectsTheSourceDateWithinWhatZipCanSay() {
    assertThat(SourceDate.of("1700000000").time()).isEqualTo("2023-11-14T22:13:20");
    assertThat(SourceDate.of("0").time()).isEqualTo("1980-01-01T00:00");
    assertThat(SourceDate.of("tomorrow").time()).isEqualTo("1980-01-01T00:00");
    assertThat(SourceDate.of("99999999999").time()).isEqualTo("2107-12-31T23:59:56");
  }
}
