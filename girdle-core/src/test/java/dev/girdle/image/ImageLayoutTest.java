package dev.girdle.image;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Compression;
import dev.girdle.io.SourceDate;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Image layouts as they are written, held against the specification, and damaged ones. */
class ImageLayoutTest {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path dir;

  private static LayoutFile file(String path, String text) {
    return LayoutFile.made(path, text.getBytes(StandardCharsets.UTF_8), "wanted");
  }

  private static MadeImage image(String text) {
    ImageLayer low =
        new ImageLayer(
            "system",
            List.of(file("lib/b.so", "b"), file("lib/a.so", "a").asExecutable()),
            List.of(new LayoutLink("lib/c.so", "a.so", "", "")),
            List.of(new ImageLayer.OwnFolder("tmp", 01777, 0)));
    ImageLayer high =
        new ImageLayer("application", List.of(file("opt/x/main", text)), List.of(), List.of());
    ImageConfig.Run run =
        new ImageConfig.Run(
            "7:7", null, List.of("A=b"), List.of("/opt/x/main"), null, null, "/", null, null, null);
    return new MadeImage(
        new Platform("amd64", "linux", null, null), null, List.of(low, high), run, Map.of());
  }

  private Path write(String name, String text, Compression compression) throws IOException {
    Path folder = dir.resolve(name);
    ImageWriter writer = new ImageWriter(folder, SourceDate.of(null), compression, 6, n -> {});
    ImageWriter.Written written = writer.write(image(text));
    writer.attach(written.manifest(), MediaTypes.RECORD, "record", new byte[] {'{', '}', '\n'});
    writer.end("1.2.0", Map.of());
    return folder;
  }

  private static String sha(byte[] bytes) throws Exception {
    return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
  }

  private static List<Path> files(Path folder) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      return all.filter(Files::isRegularFile).sorted().toList();
    }
  }

  @Test
  void isWhatTheSpecificationSaysAndEachDigestIsTrue() throws Exception {
    Path folder = write("one", "hello", Compression.GZIP);
    assertThat(JSON.readTree(folder.resolve("oci-layout").toFile()).path("imageLayoutVersion"))
        .hasToString("\"1.0.0\"");
    for (Path blob : files(folder.resolve("blobs"))) {
      assertThat(sha(Files.readAllBytes(blob))).isEqualTo(blob.getFileName().toString());
    }
    JsonNode index = JSON.readTree(folder.resolve("index.json").toFile());
    assertThat(index.path("schemaVersion").asInt()).isEqualTo(2);
    JsonNode first = index.at("/manifests/0");
    assertThat(first.at("/annotations/org.opencontainers.image.ref.name").asText())
        .isEqualTo("1.2.0");
    JsonNode manifest = blob(folder, first);
    assertThat(manifest.path("mediaType")).isEqualTo(first.path("mediaType"));
    JsonNode config = blob(folder, manifest.path("config"));
    assertThat(config.at("/rootfs/type").asText()).isEqualTo("layers");
    List<String> plain = new ArrayList<>();
    for (JsonNode layer : manifest.path("layers")) {
      assertThat(layer.path("mediaType").asText())
          .isEqualTo("application/vnd.oci.image.layer.v1.tar+gzip");
      byte[] packed = bytes(folder, layer);
      assertThat(packed).hasSize(layer.path("size").asInt());
      try (InputStream in = new GZIPInputStream(new ByteArrayInputStream(packed))) {
        plain.add("\"sha256:" + sha(in.readAllBytes()) + '"');
      }
    }
    assertThat(config.at("/rootfs/diff_ids")).map(JsonNode::toString).isEqualTo(plain);
    assertThat(config.path("history")).hasSize(2);
    JsonNode attached = blob(folder, index.at("/manifests/1"));
    assertThat(attached.at("/subject/digest")).isEqualTo(first.path("digest"));
    assertThat(attached.at("/artifactType").asText()).isEqualTo(MediaTypes.RECORD);
  }

  private static byte[] bytes(Path folder, JsonNode of) throws IOException {
    return Files.readAllBytes(
        folder.resolve("blobs/" + of.path("digest").asText().replace(':', '/')));
  }

  private static JsonNode blob(Path folder, JsonNode of) throws IOException {
    return JSON.readTree(bytes(folder, of));
  }

  @Test
  void theSameFilesGiveTheSameBytesAndAChangeOneLayer() throws Exception {
    Path one = write("one", "hello", Compression.ZSTD);
    Path two = write("two", "hello", Compression.ZSTD);
    assertThat(files(two)).hasSameSizeAs(files(one));
    for (Path file : files(one)) {
      assertThat(two.resolve(one.relativize(file))).hasSameBinaryContentAs(file);
    }
    Path three = write("three", "other", Compression.ZSTD);
    LayerChanges changes = LayerChanges.between(ImageContents.of(one), ImageContents.of(three));
    assertThat(changes.layers())
        .extracting(LayerChanges.Change::isNew)
        .containsExactly(false, true);
    assertThat(ImageContents.of(one).get(0).layers().get(0).entries())
        .extracting(ImageContents.Entry::path)
        .containsExactly("tmp", "lib", "lib/a.so", "lib/b.so", "lib/c.so");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          sha256:[0-9a-f]{64} | sha256:../../../../etc/passwd | names bytes by
          sha256:[0-9a-f]{64} | sha512:00 | names bytes by
          "size":\\d+ | "size":99999999999 | bytes in place of
          "manifests":.* | "manifests":[]} | holds no image
          "manifests":.* | "manifests": | cannot be read
          """)
  void whatIsDamagedIsRefused(String there, String instead, String said) throws IOException {
    Path folder = write("one", "hello", Compression.GZIP);
    Path index = folder.resolve("index.json");
    Files.writeString(index, Files.readString(index).replaceFirst(there, instead));
    assertThatThrownBy(() -> ImageContents.of(folder))
        .isInstanceOf(GirdleException.class)
        .hasMessageContaining(said);
  }

  @Test
  void aFlippedByteOfADocumentIsFound() throws IOException {
    Path folder = write("one", "hello", Compression.GZIP);
    int found = 0;
    for (Path blob : files(folder.resolve("blobs"))) {
      byte[] bytes = Files.readAllBytes(blob);
      if (bytes[0] == '{' && bytes.length > 3) {
        byte[] flipped = bytes.clone();
        flipped[bytes.length / 2] ^= 1;
        Files.write(blob, flipped);
        assertThatThrownBy(
                () -> {
                  ImageContents.of(folder);
                  try (ImageLayout layout = ImageLayout.open(folder).orElseThrow()) {
                    layout.attached(null, MediaTypes.RECORD);
                  }
                })
            .isInstanceOf(GirdleException.class)
            .hasMessageContaining("has other bytes than its name says");
        Files.write(blob, bytes);
        found++;
      }
    }
    assertThat(found).isEqualTo(3); // manifest, configuration, what is attached
  }

  @Test
  void whatIsNoLayoutIsNone() throws IOException {
    assertThat(ImageLayout.isOne(dir)).isFalse();
    Path text = Files.writeString(dir.resolve("text"), "x".repeat(1000));
    assertThat(ImageLayout.isOne(text)).isFalse();
    assertThat(ImageLayout.isOne(dir.resolve("gone"))).isFalse();
  }
}
