package dev.girdle.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.GZIPOutputStream;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.archivers.tar.TarConstants;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TarReaderTest {
  private interface Entries {
    void writeTo(TarArchiveOutputStream tar) throws IOException;
  }

  private static byte[] tar(Entries entries) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (TarArchiveOutputStream tar =
        new TarArchiveOutputStream(new GZIPOutputStream(bytes), "UTF-8")) {
      entries.writeTo(tar);
    }
    return bytes.toByteArray();
  }

  private static void add(TarArchiveOutputStream tar, String name, String text) throws IOException {
    byte[] content = text.getBytes(StandardCharsets.UTF_8);
    TarArchiveEntry entry = new TarArchiveEntry(name, true);
    entry.setSize(content.length);
    tar.putArchiveEntry(entry);
    tar.write(content);
    tar.closeArchiveEntry();
  }

  private static Map<String, String> read(byte[] bytes) throws IOException {
    Map<String, String> found = new LinkedHashMap<>();
    TarReader.read(
        new ByteArrayInputStream(bytes),
        "a.tgz",
        (path, content) -> {
          found.put(path, new String(content.bytes(1000), StandardCharsets.UTF_8));
          return true;
        });
    return found;
  }

  @Test
  void givesFilesInTheirOrder() throws IOException {
    byte[] bytes =
        tar(
            t -> {
              add(t, "b/x", "1");
              add(t, "a/y", "22");
            });
    assertThat(read(bytes)).containsExactly(Map.entry("b/x", "1"), Map.entry("a/y", "22"));
  }

  @ParameterizedTest
  @ValueSource(strings = {"../x", "/etc/x", "a/../../x"})
  void refusesNamesThatLeadOut(String name) throws IOException {
    byte[] bytes = tar(t -> add(t, name, "x"));
    assertThatThrownBy(() -> read(bytes)).hasMessageContaining("a.tgz: entry");
  }

  @ParameterizedTest
  @ValueSource(bytes = {TarConstants.LF_LINK, TarConstants.LF_FIFO, TarConstants.LF_CHR})
  void refusesHardLinksAndDevices(byte kind) throws IOException {
    byte[] bytes =
        tar(
            t -> {
              TarArchiveEntry entry = new TarArchiveEntry("link", kind);
              entry.setLinkName("/etc/passwd");
              t.putArchiveEntry(entry);
              t.closeArchiveEntry();
            });
    assertThatThrownBy(() -> read(bytes)).hasMessageContaining("is a hard link or a device");
  }

  @Test
  void tellsThatAnArchiveIsCutOff() throws IOException {
    byte[] bytes = tar(t -> add(t, "a", "x".repeat(5000)));
    assertThatThrownBy(() -> read(Arrays.copyOf(bytes, bytes.length / 2)))
        .satisfiesAnyOf(
            e -> assertThat(e).hasMessageContaining("damaged"),
            e -> assertThat(e).isInstanceOf(IOException.class));
  }

  @ParameterizedTest
  @ValueSource(strings = {"/etc/passwd", "../x", "a/../../x", ""})
  void refusesLinksThatLeadOut(String target) throws IOException {
    byte[] bytes = tar(t -> link(t, "link", target));
    assertThatThrownBy(() -> read(bytes)).hasMessageContaining("link is a link that leads out");
  }

  private static void link(TarArchiveOutputStream tar, String name, String target)
      throws IOException {
    TarArchiveEntry entry = new TarArchiveEntry(name, TarConstants.LF_SYMLINK);
    entry.setLinkName(target);
    tar.putArchiveEntry(entry);
    tar.closeArchiveEntry();
  }

  @Test
  void givesLinksThatStayInside() throws IOException {
    byte[] bytes =
        tar(
            t -> {
              add(t, "lib/a", "x");
              link(t, "bin/a", "../lib/a");
            });
    Map<String, String> links = new LinkedHashMap<>();
    TarReader.read(
        new ByteArrayInputStream(bytes),
        "a.tgz",
        new TarReader.Visitor() {
          @Override
          public boolean file(String path, Content content) {
            return true;
          }

          @Override
          public boolean link(String path, String target) {
            links.put(path, target);
            return true;
          }
        });
    assertThat(links).containsExactly(Map.entry("bin/a", "../lib/a"));
  }
}
