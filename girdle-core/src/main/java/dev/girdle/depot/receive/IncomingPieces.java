package dev.girdle.depot.receive;

import dev.girdle.depot.Depot;
import dev.girdle.depot.Offer;
import dev.girdle.depot.pieces.PieceList;
import dev.girdle.ecosystem.Progress;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

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
    this.parts = new Parts(depot, folder);
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
    try (Held held = held();
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

  /** What the releases that lie there are put together of, the newest first. */
  private Held held() {
    Held held = new Held();
    List<Received.Placed> placed = new ArrayList<>(folder.received().placed());
    Collections.reverse(placed);
    for (Received.Placed one : placed) {
      Optional<Parts.Known> known = Parts.kept(folder.parts(), one.manifest());
      known.ifPresent(k -> held.add(folder.release(one.release()), k.list(), k.pieces()));
    }
    return held;
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
