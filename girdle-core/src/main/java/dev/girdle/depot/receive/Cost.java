package dev.girdle.depot.receive;

import dev.girdle.app.Target;
import dev.girdle.depot.Depot;
import dev.girdle.depot.Offer;
import dev.girdle.depot.Release;
import dev.girdle.depot.pieces.PieceDocuments;
import dev.girdle.depot.pieces.PieceList;
import dev.girdle.depot.pieces.PieceTable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** What it would cost to fetch artifacts, given what was received into a folder. */
public final class Cost {
  private final Depot depot;
  private final Held held = new Held();
  private final Set<String> known = new HashSet<>();
  private Optional<String> form = Optional.empty();

  /**
   * Looks at what is there.
   *
   * @param depot where artifacts would come from
   * @param folder a folder that releases are received into; need not exist
   */
  public Cost(Depot depot, Path folder) {
    this.depot = depot;
    if (!Files.isDirectory(folder)) {
      return;
    }
    try {
      Received received = ReceivingFolder.read(folder);
      form = Optional.ofNullable(received.form());
      for (Received.Placed one : received.placed()) {
        Path place = folder.resolve(one.release());
        if (Files.isDirectory(place)) {
          Parts.kept(ReceivingFolder.parts(folder), one.manifest())
              .ifPresent(
                  k -> {
                    held.add(place, k.list(), k.pieces());
                    k.parts().forEach(p -> known.add(p.digest()));
                  });
        }
      }
    } catch (IOException e) {
      throw ReceivingFolder.failed(folder, e);
    }
  }

  /**
   * What a release would cost whoever receives it on this machine.
   *
   * @param release one of the depot
   * @return as below; empty if it has nothing for this machine
   * @throws IOException if the depot does not say
   */
  public Optional<Long> here(Release release) throws IOException {
    Optional<Offer> offer =
        Choice.best(
            release.offers(),
            new Choice.Wishes(
                Optional.empty(),
                true,
                Target.ofThisMachine().map(Target::text).orElse(null),
                form));
    return offer.isPresent() ? Optional.of(of(offer.get())) : Optional.empty();
  }

  /**
   * What an artifact would cost.
   *
   * @param offer one of the depot
   * @return bytes: pieces that are not here, and the documents that tell of them
   * @throws IOException if the depot does not say
   */
  public long of(Offer offer) throws IOException {
    if (offer.isImage() || offer.list().isEmpty()) {
      return offer.bytes();
    }
    if (known.contains(offer.where().digest())) {
      return 0;
    }
    long bytes = offer.manifest().config().size();
    bytes += known.contains(offer.list().get().digest()) ? 0 : offer.list().get().size();
    List<PieceTable> tables = new ArrayList<>();
    for (Offer.Pack pack : offer.packs()) {
      bytes += known.contains(pack.table().digest()) ? 0 : pack.table().size();
      tables.add(
          PieceDocuments.read(depot.bytes(pack.table(), PieceDocuments.LARGEST), PieceTable.class));
    }
    Pieces pieces = new Pieces(tables);
    PieceList list =
        PieceDocuments.read(
            depot.bytes(offer.list().get(), PieceDocuments.LARGEST), PieceList.class);
    Assembly.requireHarmless(list, pieces);
    long[] missing = new long[1];
    Set<String> counted = new HashSet<>();
    for (PieceList.File file : list.files()) {
      pieces.each(
          file,
          (pack, index, piece) ->
              missing[0] += !held.has(piece) && counted.add(piece.sha256()) ? piece.packed() : 0);
    }
    return bytes + missing[0];
  }
}
