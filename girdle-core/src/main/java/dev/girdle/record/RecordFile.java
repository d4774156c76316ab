package dev.girdle.record;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FolderTree;
import dev.girdle.io.TreeFile;
import dev.girdle.io.ZipTree;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
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
   * Reads the record of an artifact.
   *
   * @param artifact a folder, an archive, or something else
   * @return empty if it holds no record
   * @throws GirdleException if it holds a record that cannot be read, or is a damaged archive
   */
  public static Optional<ArtifactRecord> of(Path artifact) {
    try {
      return Files.isDirectory(artifact) ? ofFolder(artifact) : ofArchive(artifact);
    } catch (IOException e) {
      throw new GirdleException(
          Fault.APPLICATION, e, "the record of " + artifact + " cannot be read: " + e.getMessage());
    }
  }

  private static Optional<ArtifactRecord> ofFolder(Path folder) throws IOException {
    Path file = folder.resolve(IN_FOLDER);
    return Files.isRegularFile(file)
        ? Optional.of(parse(Files.readAllBytes(file)))
        : Optional.empty();
  }

  private static Optional<ArtifactRecord> ofArchive(Path file) throws IOException {
    try (ZipTree tree = ZipTree.open(FolderTree.content(file), file.toString())) {
      for (TreeFile entry : tree.files()) {
        if (entry.path().equals(IN_ARCHIVE)) {
          return Optional.of(parse(entry.content().bytes(LARGEST)));
        }
      }
      return Optional.empty();
    }
  }

  private static ArtifactRecord parse(byte[] bytes) throws IOException {
    ArtifactRecord found = JSON.readValue(bytes, ArtifactRecord.class);
    if (found.format() > ArtifactRecord.FORMAT) {
      throw new IOException("it was written by a newer Girdle (" + found.girdle() + ")");
    }
    if (found.format() < 1 || found.files() == null || found.components() == null) {
      throw new IOException("it is not a record of Girdle");
    }
    return found;
  }
}
