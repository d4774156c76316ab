package dev.girdle.depot.receive;

import dev.girdle.depot.Depot;
import dev.girdle.depot.Offer;
import dev.girdle.depot.pieces.PieceList;
import dev.girdle.ecosystem.Progress;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** An artifact that is put together from pieces, those that lie here already and others. */
final class IncomingPieces implements Incoming {
  private final Depot depot;
  private final Offer offer;
  private final String release;
  private final ReceivingFolder folder;
  private final Parts parts;
  private final PieceList list;

  IncomingPieces(Depot depot, Choice choice, ReceivingFolder folder) throws IOException {
    this.depot = depot;
    this.offer = choice.offer();
    this.release = choice.release().name();
    this.folder = folder;
    this.parts = new Parts(depot, folder.parts());
    this.list = parts.list(offer);
  }

  @Override
  public long bytes() {
    return list.bytes();
  }

  @Override
  public long make(Path work, Progress progress) throws IOException {
    long total = Math.max(1, list.bytes());
    long[] done = new long[1];
    try (Held held = Held.in(folder.folder(), folder.received());
        Assembly assembly = new Assembly(list, parts.pieces(offer), offer.packs().size(), work)) {
      assembly.begin(
          held,
          parts.theRecord(offer),
          n -> {
            done[0] += n;
            progress.at("taking over what is here", done[0], total);
          });
      assembly.fetch(
          depot,
          offer.packs(),
          n -> {
            done[0] += n;
            progress.at("fetching " + release, done[0], total);
          });
      assembly.finish();
      return assembly.heldBytes();
    }
  }

  @Override
  public Path artifact(Path place) {
    return artifact(place, list);
  }

  static Path artifact(Path place, PieceList list) {
    return list.isFolder() || list.files().isEmpty()
        ? place
        : place.resolve(list.files().get(0).path());
  }

  @Override
  public void keep() throws IOException {
    parts.keepAll();
  }

  @Override
  public List<String> starters() {
    return Starters.paths(list);
  }
}
