package dev.girdle.report;

import dev.girdle.depot.Depot;
import dev.girdle.depot.LayoutDepot;
import dev.girdle.depot.Offer;
import dev.girdle.depot.Release;
import dev.girdle.depot.Releases;
import dev.girdle.depot.pieces.PieceDocuments;
import dev.girdle.ecosystem.Progress;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.MediaTypes;
import dev.girdle.io.Paths;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The artifacts of an application that a depot has. */
public final class DepotHistory {
  private static final String FOLDER = "folder";
  private static final int MOST = 50;
  private static final long LARGEST_RECORD = 64 << 20;

  private DepotHistory() {}

  /**
   * Reads the records of what a depot has.
   *
   * @param depot the depot
   * @param progress is told how the work gets on
   * @return the oldest release first, the newest fifty; what has no record is not among them
   * @throws IOException if the depot does not give them
   */
  public static List<Edition> of(Depot depot, Progress progress) throws IOException {
    List<String> names = Releases.sorted(depot.releases());
    List<Edition> editions = new ArrayList<>();
    for (String name : names.subList(0, Math.min(MOST, names.size()))) {
      progress.at("asking for " + name, editions.size(), 0);
      Optional<Release> release = Release.read(depot, name);
      if (release.isPresent()) {
        for (Offer offer : release.get().offers()) {
          told(depot, offer).ifPresent(r -> editions.add(edition(depot, name, offer, r)));
        }
      }
    }
    editions.sort(History.ORDER);
    return editions;
  }

  private static Optional<ArtifactRecord> told(Depot depot, Offer offer) throws IOException {
    if (!offer.isImage()) {
      byte[] packed = depot.bytes(offer.manifest().config(), PieceDocuments.LARGEST);
      return Optional.of(RecordFile.read(PieceDocuments.unpacked(packed)));
    }
    for (Descriptor one : depot.attached(offer.where())) {
      if (MediaTypes.RECORD.equals(one.artifactType())) {
        Optional<ImageManifest> manifest =
            depot.document(one.digest()).flatMap(d -> d.read(ImageManifest.class));
        if (manifest.isPresent() && !manifest.get().layers().isEmpty()) {
          return Optional.of(
              RecordFile.read(depot.bytes(manifest.get().layers().get(0), LARGEST_RECORD)));
        }
      }
    }
    return Optional.empty();
  }

  private static Edition edition(Depot depot, String name, Offer offer, ArtifactRecord told) {
    // a page tells no path of the machine that it was drawn on
    String place = depot instanceof LayoutDepot ? Paths.fileName(depot.label()) : depot.label();
    boolean isFolder = told.form().equals(FOLDER);
    long bytes =
        isFolder
            ? told.files().stream().mapToLong(ArtifactRecord.FileEntry::bytes).sum()
            : offer.bytes(); // what is compressed once is not smaller there
    return History.edition(told, name, place + "@" + name, bytes);
  }
}
