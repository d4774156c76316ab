package dev.girdle.record;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.ImageLayout;
import dev.girdle.image.MediaTypes;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Reads and writes records, and finds them in artifacts. */
public final class RecordFile {
  /** Where the record lies in a folder. */
  public static final String IN_FOLDER = "girdle-record.json";

  /** Where the record lies in an archive. */
  public static final String IN_ARCHIVE = "META-INF/girdle/record.json";

  private static final int LARGEST = 256 << 20;

  private static final ObjectMapper JSON =
      JsonMapper.builder().disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES).build();

  private RecordFile() {}

  /**
   * Writes a record.
   *
   * @param artifactRecord the record
   * @return JSON in UTF-8 with lines that end the same on all systems
   */
  public static byte[] write(ArtifactRecord artifactRecord) {
    DefaultIndenter indenter = new DefaultIndenter("  ", "\n");
    DefaultPrettyPrinter printer = new DefaultPrettyPrinter();
    printer.indentObjectsWith(indenter);
    printer.indentArraysWith(indenter);
    try {
      String text = JSON.writer(printer).writeValueAsString(artifactRecord) + "\n";
      return text.getBytes(StandardCharsets.UTF_8);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  /**
   * A record and where it was found.
   *
   * @param top the folder in the artifact that all paths of the record are relative to, with a
   *     slash at the end; empty for the artifact itself
   * @param path where the record itself lies
   * @param content the record
   */
  public record Found(String top, String path, ArtifactRecord content) {}

  /**
   * Reads the record of an artifact.
   *
   * @param artifact a folder, an archive, a packed folder, or something else
   * @return empty if it holds no record
   * @throws GirdleException if it holds a record that cannot be read, or is a damaged archive
   */
  public static Optional<ArtifactRecord> of(Path artifact) {
    return find(artifact).map(Found::content);
  }

  /**
   * Finds and reads the record of an artifact.
   *
   * @param artifact a folder, an archive, a packed folder, or something else
   * @return empty if it holds no record
   * @throws GirdleException as {@link #of} does
   */
  public static Optional<Found> find(Path artifact) {
    try {
      Optional<ImageLayout> image = ImageLayout.open(artifact);
      if (image.isPresent()) {
        return inImage(image.get());
      }
      if (Files.isDirectory(artifact)) {
        Path file = artifact.resolve(IN_FOLDER);
        return Files.isRegularFile(file)
            ? Optional.of(new Found("", IN_FOLDER, read(Files.readAllBytes(file))))
            : Optional.empty();
      }
      List<Found> found = new ArrayList<>();
      ArtifactReader.read(
          artifact,
          (path, content) -> {
            Optional<String> top = topOf(path);
            if (top.isPresent()) {
              found.add(new Found(top.get(), path, read(content.bytes(LARGEST))));
            }
            return found.isEmpty();
          });
      return found.stream().findFirst();
    } catch (IOException e) {
      throw GirdleException.because(
          e,
          () ->
              new GirdleException(
                  Fault.APPLICATION,
                  e,
                  "the record of " + artifact + " cannot be read: " + e.getMessage()));
    }
  }

  /** Of an image layout for several targets, the record of the first counts. */
  private static Optional<Found> inImage(ImageLayout layout) throws IOException {
    try (layout) {
      Optional<byte[]> bytes = layout.attached(null, MediaTypes.RECORD);
      return bytes.isPresent()
          ? Optional.of(new Found("", IN_FOLDER, read(bytes.get())))
          : Optional.empty();
    }
  }

  private static Optional<String> topOf(String path) {
    int slash = path.indexOf('/');
    if (path.equals(IN_ARCHIVE) || path.equals(IN_FOLDER)) {
      return Optional.of("");
    }
    boolean inTop = slash > 0 && path.substring(slash + 1).equals(IN_FOLDER);
    return inTop ? Optional.of(path.substring(0, slash + 1)) : Optional.empty();
  }

  /**
   * Reads a record.
   *
   * @param bytes JSON
   * @return the record
   * @throws IOException if it is none, or was written by a newer Girdle
   */
  public static ArtifactRecord read(byte[] bytes) throws IOException {
    JsonNode read = JSON.readTree(bytes);
    if (read.path("format").asInt() > ArtifactRecord.FORMAT) {
      throw new IOException(
          "it was written by a newer Girdle ("
              + Paths.printable(read.path("girdle").asText())
              + ")");
    }
    read.path("missing").forEach(RecordFile::withRank);
    if (read.path("runtime") instanceof ObjectNode runtime && runtime.has("release")) {
      upgrade(runtime);
    }
    List<String> problems = RecordSchema.problems(read);
    if (!problems.isEmpty()) {
      throw new IOException(
          "it is no record as Girdle writes them: " + Paths.printable(String.join(", ", problems)));
    }
    return JSON.treeToValue(read, ArtifactRecord.class);
  }

  /** What format 1 said otherwise. */
  private static void upgrade(ObjectNode runtime) {
    String sign = runtime.path("exactly").asBoolean() ? "=" : ">=";
    if (runtime.path("release").canConvertToInt()) {
      runtime.put("needs", sign + Math.max(0, runtime.path("release").asInt()));
    }
    if (runtime.has("modules")) {
      runtime.set("uses", runtime.get("modules"));
    }
    runtime.remove(List.of("release", "exactly", "modules"));
  }

  /** What the first releases called otherwise. */
  private static void withRank(JsonNode missing) {
    if (missing instanceof ObjectNode one && one.has("strength")) {
      one.set("rank", one.remove("strength"));
    }
  }
}
