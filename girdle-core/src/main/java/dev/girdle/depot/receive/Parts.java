package dev.girdle.depot.receive;

import dev.girdle.depot.Depot;
import dev.girdle.depot.Offer;
import dev.girdle.depot.pieces.PieceDocuments;
import dev.girdle.depot.pieces.PieceList;
import dev.girdle.depot.pieces.PieceTable;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageJson;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.MediaTypes;
import dev.girdle.place.WholeFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The lists and tables of artifacts: those that are kept, and those of the depot. */
final class Parts {
  private final Depot depot;
  private final Path folder;
  private final Map<Descriptor, byte[]> fetched = new HashMap<>();
  private final Map<String, Pieces> pieces = new HashMap<>();

  /**
   * What a release that lies here is put together of.
   *
   * @param list its files
   * @param pieces its pieces
   * @param parts the documents that say so
   */
  record Known(PieceList list, Pieces pieces, Set<Descriptor> parts) {}

  /**
   * Parts of artifacts.
   *
   * @param depot where they come from
   * @param folder where some are kept
   */
  Parts(Depot depot, Path folder) {
    this.depot = depot;
    this.folder = folder;
  }

  /** The list of an artifact of the depot. */
  PieceList list(Offer offer) throws IOException {
    Descriptor where =
        offer
            .list()
            .orElseThrow(
                () ->
                    GirdleException.application(
                        depot.label() + " has a " + offer.kind() + " that tells of no pieces"));
    byte[] manifest = ImageJson.bytes(offer.manifest());
    fetched.put(manifestPart(offer.where().digest()), manifest);
    PieceList list = PieceDocuments.read(bytes(where), PieceList.class);
    requireFormat(list.format());
    return list;
  }

  /** The record of an artifact of the depot. */
  byte[] theRecord(Offer offer) throws IOException {
    return PieceDocuments.unpacked(depot.bytes(offer.manifest().config(), PieceDocuments.LARGEST));
  }

  private static Descriptor manifestPart(String digest) {
    return Descriptor.of(MediaTypes.MANIFEST, digest, 0);
  }

  private static void requireFormat(int format) throws IOException {
    if (format != PieceDocuments.FORMAT) {
      throw new IOException("it was delivered by a newer Girdle");
    }
  }

  /** What the packs of an artifact of the depot hold. */
  Pieces pieces(Offer offer) throws IOException {
    String key = offer.where().digest();
    if (!pieces.containsKey(key)) {
      List<PieceTable> tables = new ArrayList<>();
      for (Offer.Pack pack : offer.packs()) {
        tables.add(PieceDocuments.read(bytes(pack.table()), PieceTable.class));
      }
      pieces.put(key, new Pieces(tables));
    }
    return pieces.get(key);
  }

  /** Each part is fetched once, and not at all if it is kept. */
  private byte[] bytes(Descriptor blob) throws IOException {
    Descriptor plain = Descriptor.of(blob.mediaType(), blob.digest(), blob.size());
    byte[] bytes = fetched.get(plain);
    if (bytes == null) {
      Optional<byte[]> kept = kept(folder, blob);
      bytes = kept.isPresent() ? kept.get() : depot.bytes(blob, PieceDocuments.LARGEST);
      fetched.put(plain, bytes);
    }
    return bytes;
  }

  /** A part that is kept; nothing if it was altered. */
  private static Optional<byte[]> kept(Path folder, Descriptor blob) throws IOException {
    Path file = folder.resolve(blob.hex());
    if (!Files.isRegularFile(file)) {
      return Optional.empty();
    }
    byte[] bytes = Files.readAllBytes(file);
    return Descriptor.digest(bytes).equals(blob.digest()) ? Optional.of(bytes) : Optional.empty();
  }

  /** Keeps what was fetched for the next release. */
  void keepAll() throws IOException {
    for (Map.Entry<Descriptor, byte[]> one : fetched.entrySet()) {
      WholeFile.writeOpen(folder.resolve(one.getKey().hex()), one.getValue());
    }
  }

  /**
   * What is known of an artifact that was received.
   *
   * @param folder where parts are kept
   * @param manifest the digest of its manifest
   * @return empty if it is not known any more; then nothing of it is used
   */
  static Optional<Known> kept(Path folder, String manifest) {
    try {
      Path file = folder.resolve(manifestPart(manifest).hex());
      if (!Files.isRegularFile(file)) {
        return Optional.empty();
      }
      Offer offer =
          new Offer(
              manifestPart(manifest),
              ImageJson.read(Files.readAllBytes(file), ImageManifest.class));
      Set<Descriptor> parts = new HashSet<>(Set.of(manifestPart(manifest)));
      Optional<byte[]> list = kept(folder, offer.list().orElseThrow());
      List<PieceTable> tables = new ArrayList<>();
      for (Offer.Pack pack : offer.packs()) {
        Optional<byte[]> table = kept(folder, pack.table());
        if (table.isEmpty()) {
          return Optional.empty();
        }
        tables.add(PieceDocuments.read(table.get(), PieceTable.class));
        parts.add(pack.table());
      }
      if (list.isEmpty()) {
        return Optional.empty();
      }
      parts.add(offer.list().get());
      return Optional.of(
          new Known(PieceDocuments.read(list.get(), PieceList.class), new Pieces(tables), parts));
    } catch (IOException | java.util.NoSuchElementException e) {
      return Optional.empty();
    }
  }
}
