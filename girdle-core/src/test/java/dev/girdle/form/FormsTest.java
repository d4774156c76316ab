package dev.girdle.form;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import dev.girdle.io.Compression;
import dev.girdle.io.Content;
import dev.girdle.io.Sha256;
import dev.girdle.io.SourceDate;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.layout.Packing;
import dev.girdle.record.ArtifactReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.GZIPInputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FormsTest {
  private static final SourceDate DATE = SourceDate.of("1700000000");

  @TempDir Path dir;
  private final List<WrittenFile> accounted = new ArrayList<>();

  private static LayoutFile file(String path, String text) {
    return LayoutFile.made(path, text.getBytes(StandardCharsets.UTF_8), "for the test");
  }

  private static Layout layout(LayoutFile... files) {
    return new Layout(
        List.of(files), List.of("empty/"), "the-record", List.of(), List.of(), "start %s");
  }

  private byte[] account(List<WrittenFile> written) {
    accounted.addAll(written);
    return "record".getBytes(StandardCharsets.UTF_8);
  }

  @Test
  void aFolderHasFixedTimesAndPermissions() throws IOException {
    Path place = dir.resolve("folder");
    Layout layout = layout(file("bin/start", "#!/bin/sh\n").asExecutable(), file("lib/a.txt", "a"));
    long[] progress = new long[1];
    new FolderForm(DATE).write(layout, place, this::account, n -> progress[0] += n);
    assertThat(place.resolve("the-record")).hasContent("record");
    assertThat(permissions(place.resolve("bin/start"))).isEqualTo("rwxr-xr-x");
    assertThat(permissions(place.resolve("lib/a.txt"))).isEqualTo("rw-r--r--");
    assertThat(permissions(place.resolve("lib"))).isEqualTo("rwxr-xr-x");
    for (String path : List.of("", "bin", "bin/start", "the-record")) {
      assertThat(Files.getLastModifiedTime(place.resolve(path)).toInstant())
          .isEqualTo(DATE.instant());
    }
    assertThat(progress[0]).isEqualTo(11);
    assertThat(accounted)
        .extracting(w -> w.file().path(), WrittenFile::sha256)
        .contains(
            org.assertj.core.groups.Tuple.tuple(
                "lib/a.txt", Sha256.of(Content.of(new byte[] {'a'}))));
  }

  private static String permissions(Path path) throws IOException {
    return PosixFilePermissions.toString(Files.getPosixFilePermissions(path));
  }

  @Test
  void anArchiveKeepsTheOrderAndStoresWhatIsToBeReadInPlace() throws IOException {
    Path place = dir.resolve("a.jar");
    LayoutFile stored =
        new LayoutFile(
            "lib/stored", Content.of(new byte[5000]), false, Packing.STORED, "c", "because");
    Layout layout = layout(file("META-INF/MANIFEST.MF", "m"), file("b", "b".repeat(999)), stored);
    new ArchiveForm(new Pack(DATE, 6, Compression.GZIP, ""))
        .write(layout, place, this::account, n -> {});
    try (ZipFile zip = new ZipFile(place.toFile())) {
      assertThat(zip.stream().map(ZipEntry::getName))
          .containsExactly("META-INF/MANIFEST.MF", "empty/", "b", "lib/stored", "the-record");
      assertThat(zip.getEntry("lib/stored").getMethod()).isEqualTo(ZipEntry.STORED);
      assertThat(zip.getEntry("b").getCompressedSize()).isLessThan(100);
      assertThat(zip.stream().map(ZipEntry::getTimeLocal)).containsOnly(DATE.time());
    }
  }

  @Test
  void aPackedFolderHasATopFolderPermissionsAndNoOwner() throws IOException {
    Path place = dir.resolve("a.tgz");
    String deep = "lib/" + "deep/".repeat(30) + "ä.txt";
    Layout layout = layout(file("bin/start", "#!/bin/sh\n").asExecutable(), file(deep, "a"));
    new TarForm(new Pack(DATE, 9, Compression.GZIP, "tides/"))
        .write(layout, place, this::account, n -> {});
    List<TarArchiveEntry> entries = new ArrayList<>();
    try (TarArchiveInputStream tar =
        new TarArchiveInputStream(new GZIPInputStream(Files.newInputStream(place)), "UTF-8")) {
      for (TarArchiveEntry e = tar.getNextEntry(); e != null; e = tar.getNextEntry()) {
        entries.add(e);
      }
    }
    assertThat(entries).allSatisfy(e -> assertThat(e.getName()).startsWith("tides/"));
    assertThat(entries)
        .extracting(TarArchiveEntry::getName)
        .startsWith("tides/", "tides/bin/", "tides/bin/start")
        .contains("tides/" + deep)
        .endsWith("tides/the-record");
    assertThat(entries)
        .allSatisfy(e -> assertThat(e.getUserName() + e.getGroupName()).isEmpty())
        .allSatisfy(e -> assertThat(e.getLongUserId()).isZero())
        .allSatisfy(e -> assertThat(e.getLastModifiedTime().toInstant()).isEqualTo(DATE.instant()));
    assertThat(entries.get(2).getMode() & 0777).isEqualTo(0755);
    assertThat(entries.get(entries.size() - 1).getMode() & 0777).isEqualTo(0644);
    byte[] head = Files.readAllBytes(place);
    assertThat(List.of(head[4], head[5], head[6], head[7])).containsOnly((byte) 0);
  }

  @Test
  void aLayoutWithOnePathTwiceIsRefused() {
    assertThatThrownBy(() -> layout(file("a", "1"), file("a", "2")))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("two files for a");
  }

  private static Layout withLinks() {
    return layout(file("lib/one.txt", "one"), file("bin/start", "#!/bin/sh\n").asExecutable())
        .linking(
            List.of(
                new LayoutLink("current", "lib", "", "for the test"),
                new LayoutLink("bin/one", "../lib/one.txt", "", "for the test")));
  }

  private static Map<String, String> read(Path artifact) throws IOException {
    Map<String, String> found = new TreeMap<>();
    ArtifactReader.read(
        artifact,
        new ArtifactReader.Visitor() {
          @Override
          public boolean file(String path, Content content) throws IOException {
            found.put(path, new String(content.bytes(100), StandardCharsets.UTF_8));
            return true;
          }

          @Override
          public boolean link(String path, String target) {
            found.put(path, "-> " + target);
            return true;
          }
        });
    return found;
  }

  @Test
  void linksComeBackFromAllForms() throws IOException {
    Path folder = dir.resolve("folder");
    new FolderForm(DATE).write(withLinks(), folder, this::account, n -> {});
    Map<String, String> expected = read(folder);
    assertThat(expected)
        .containsEntry("current", "-> lib")
        .containsEntry("bin/one", "-> ../lib/one.txt")
        .containsEntry("lib/one.txt", "one")
        .doesNotContainKey("current/one.txt");
    assertThat(folder.resolve("current/one.txt")).hasContent("one");
    assertThat(
            Files.getLastModifiedTime(folder.resolve("current"), LinkOption.NOFOLLOW_LINKS)
                .toInstant())
        .isEqualTo(DATE.instant());
    Path zip = dir.resolve("a.zip");
    new ArchiveForm(new Pack(DATE, 6, Compression.GZIP, ""))
        .write(withLinks(), zip, this::account, n -> {});
    assertThat(read(zip)).isEqualTo(expected);
    Path tar = dir.resolve("a.tgz");
    new TarForm(new Pack(DATE, 6, Compression.GZIP, ""))
        .write(withLinks(), tar, this::account, n -> {});
    assertThat(read(tar)).isEqualTo(expected);
  }

  /** What receivers unpack with makes links of them. */
  @Test
  void programsOfTheSystemUnpackLinks() throws Exception {
    Path zip = dir.resolve("a.zip");
    new ArchiveForm(new Pack(DATE, 6, Compression.GZIP, "tides/"))
        .write(withLinks(), zip, this::account, n -> {});
    Path tar = dir.resolve("a.tgz");
    new TarForm(new Pack(DATE, 6, Compression.GZIP, "tides/"))
        .write(withLinks(), tar, this::account, n -> {});
    unpack("zip", "unzip", "-q", zip.toString());
    unpack("tar", "tar", "-xzf", tar.toString());
  }

  private void unpack(String name, String... command) throws Exception {
    Path folder = Files.createDirectory(dir.resolve(name));
    assumeTrue(Files.isExecutable(Path.of("/usr/bin", command[0])), command[0] + " is not here");
    Process process = new ProcessBuilder(command).directory(folder.toFile()).inheritIO().start();
    assertThat(process.waitFor()).isZero();
    assertThat(Files.readSymbolicLink(folder.resolve("tides/current"))).hasToString("lib");
    assertThat(folder.resolve("tides/bin/one")).hasContent("one");
  }

  @ParameterizedTest
  @CsvSource({"bin/x, ../../out", "x, /etc/passwd", "x, gone", "x, x", "lib, elsewhere"})
  void aLayoutTakesNoLinkThatLeadsOutOrNowhere(String path, String target) {
    assertThatThrownBy(
            () ->
                layout(file("lib/a", "a"))
                    .linking(List.of(new LayoutLink(path, target, "", "for the test"))))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining(path);
  }
}
