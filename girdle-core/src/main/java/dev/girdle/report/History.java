package dev.girdle.report;

import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.GirdleException;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.LeftOutEntry;
import dev.girdle.record.RecordFile;
import dev.girdle.seal.Sealer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** The artifacts of an application that lie in a folder. */
public final class History {
  /** The oldest release first. */
  public static final Comparator<Edition> ORDER =
      Comparator.comparing(Edition::release, new ReleaseOrder())
          .thenComparing(Edition::form)
          .thenComparing(Edition::target)
          .thenComparing(Edition::file);

  private History() {}

  /**
   * Looks for artifacts.
   *
   * @param folder where they may lie, side by side; need not exist
   * @param name the application's name
   * @param progress is told how the work gets on
   * @return the oldest release first; what is no artifact of this application, or damaged, is not
   *     among them
   */
  public static List<Edition> in(Path folder, String name, Progress progress) {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    List<Path> files;
    try (Stream<Path> list = Files.list(folder)) {
      files = list.filter(f -> !f.getFileName().toString().startsWith(".")).sorted().toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    List<Edition> editions = new ArrayList<>();
    for (Path file : files) {
      progress.at("reading " + folder.getFileName(), editions.size(), 0);
      read(file).filter(r -> r.name().equals(name)).ifPresent(r -> editions.add(edition(file, r)));
    }
    editions.sort(ORDER);
    return editions;
  }

  private static Optional<ArtifactRecord> read(Path file) {
    try {
      return RecordFile.of(file);
    } catch (GirdleException e) {
      return Optional.empty();
    }
  }

  private static Edition edition(Path file, ArtifactRecord found) {
    return edition(
        found,
        found.release() == null ? "" : found.release(),
        file.getFileName().toString(),
        Sealer.sizeOf(file));
  }

  static Edition edition(ArtifactRecord found, String release, String file, long bytes) {
    return new Edition(
        release,
        found.form(),
        found.target() == null ? "" : found.target(),
        file,
        bytes,
        found.components().size(),
        found.leftOut() == null
            ? 0
            : found.leftOut().stream().mapToLong(LeftOutEntry::bytes).sum());
  }
}
