package dev.girdle.depot.receive;

import dev.girdle.app.Target;
import dev.girdle.depot.Depot;
import dev.girdle.depot.Offer;
import dev.girdle.depot.Release;
import dev.girdle.depot.pieces.PieceList;
import java.io.IOException;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;

/** What it would cost to fetch artifacts, given what was received into a folder. */
public final class Cost {
  private final Parts parts;
  private final Held held;
  private final Optional<String> form;

  /**
   * Looks at what is there.
   *
   * @param depot where artifacts would come from
   * @param folder a folder that releases are received into; need not exist
   */
  public Cost(Depot depot, Path folder) {
    this.parts = new Parts(depot, ReceivingFolder.parts(folder));
    try {
      Received received = ReceivingFolder.read(folder);
      this.held = Held.in(folder, received);
      this.form = Optional.ofNullable(received.form());
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
    if (held.knows(offer.where())) {
      return 0;
    }
    long bytes = offer.manifest().config().size();
    bytes += held.knows(offer.list().get()) ? 0 : offer.list().get().size();
    for (Offer.Pack pack : offer.packs()) {
      bytes += held.knows(pack.table()) ? 0 : pack.table().size();
    }
    PieceList list = parts.list(offer);
    Pieces pieces = parts.pieces(offer);
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
