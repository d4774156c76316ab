package dev.girdle.image.root;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.ImageLayout;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.archivers.tar.TarConstants;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Layers of all kinds, as others make them, and hostile ones. */
class ImageUnpackerTest {
  @TempDir Path dir;
  private final List<byte[]> layers = new ArrayList<>();

  /** Entries: {@code path=text}, {@code path->link}, {@code path=>hard link}, {@code path/}. */
  private void layer(String... entries) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (TarArchiveOutputStream tar = new TarArchiveOutputStream(bytes)) {
      for (String one : entries) {
        int link = one.indexOf("->");
        int hard = one.indexOf("=>");
        int text = one.indexOf('=');
        TarArchiveEntry entry;
        byte[] content = new byte[0];
        if (link > 0) {
          entry = new TarArchiveEntry(one.substring(0, link), TarConstants.LF_SYMLINK, true);
          entry.setLinkName(one.substring(link + 2));
        } else if (hard > 0) {
          entry = new TarArchiveEntry(one.substring(0, hard), TarConstants.LF_LINK, true);
          entry.setLinkName(one.substring(hard + 2));
        } else if (text > 0) {
          entry = new TarArchiveEntry(one.substring(0, text), true);
          content = one.substring(text + 1).getBytes(StandardCharsets.UTF_8);
          entry.setSize(content.length);
        } else {
          entry = new TarArchiveEntry(one, true);
        }
        tar.putArchiveEntry(entry);
        tar.write(content);
        tar.closeArchiveEntry();
      }
    }
    layers.add(bytes.toByteArray());
  }

  private Map<String, Object> blob(Path folder, String type, byte[] bytes) throws Exception {
    String hex = HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    Path place = folder.resolve("blobs/sha256/" + hex);
    Files.createDirectories(place.getParent());
    Files.write(place, bytes);
    return Map.of("mediaType", type, "digest", "sha256:" + hex, "size", bytes.length);
  }

  private Path unpacked() throws Exception {
    Path folder = Files.createDirectories(dir.resolve("layout"));
    ObjectMapper json = new ObjectMapper();
    List<Object> described = new ArrayList<>();
    for (byte[] layer : layers) {
      described.add(blob(folder, "application/vnd.oci.image.layer.v1.tar", layer));
    }
    Object config =
        blob(folder, "application/vnd.oci.image.config.v1+json", json.writeValueAsBytes(Map.of()));
    Object manifest =
        blob(
            folder,
            "application/vnd.oci.image.manifest.v1+json",
            json.writeValueAsBytes(
                Map.of("schemaVersion", 2, "config", config, "layers", described)));
    Files.writeString(folder.resolve("oci-layout"), "{}");
    json.writeValue(
        folder.resolve("index.json").toFile(),
        Map.of("schemaVersion", 2, "manifests", List.of(manifest)));
    Path root = Files.createDirectories(dir.resolve("root"));
    try (ImageLayout layout = ImageLayout.open(folder).orElseThrow()) {
      ImageUnpacker.unpack(layout, layout.manifest(layout.images().get(0)), root, false);
    }
    return root;
  }

  @Test
  void higherLayersReplaceAddToAndRemoveWhatLowerOnesHave() throws Exception {
    layer("usr/lib/a=1", "lib->usr/lib", "etc/x/one=1", "etc/x/two=2", "gone=1", "dir/in=1");
    layer("lib/b=2", "./etc/x/.wh..wh..opq=", "etc/x/three=3", ".wh.gone=", "hard=>usr/lib/a");
    layer("dir=now a file", "usr/lib/a=new");
    Path root = unpacked();
    assertThat(root.resolve("usr/lib/b")).hasContent("2");
    assertThat(root.resolve("etc/x")).isDirectoryNotContaining("glob:**/{one,two}");
    assertThat(root.resolve("etc/x/three")).hasContent("3");
    assertThat(root.resolve("gone")).doesNotExist();
    assertThat(root.resolve("hard")).hasContent("1");
    assertThat(root.resolve("usr/lib/a")).hasContent("new");
    assertThat(root.resolve("dir")).hasContent("now a file");
  }

  @Test
  void nothingIsWrittenOutsideWhereverLinksLead() throws Exception {
    Path outside = Files.createDirectories(dir.resolve("outside"));
    layer("out->" + outside, "up->../../../../outside", "etc->/etc", "f->" + outside.resolve("f"));
    layer("out/evil=1", "up/evil=1", "etc/evil=1", "f=2", ".wh.out=");
    Path root = unpacked();
    assertThat(outside).isEmptyDirectory();
    assertThat(Path.of("/etc/evil")).doesNotExist();
    assertThat(root.resolve("f")).isRegularFile().hasContent("2");
    layers.clear();
    layer("../evil=1");
    assertThatThrownBy(this::unpacked)
        .isInstanceOf(GirdleException.class)
        .hasMessageContaining("evil");
  }
}
