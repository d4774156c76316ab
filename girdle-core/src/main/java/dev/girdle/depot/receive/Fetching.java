package dev.girdle.depot.receive;

import dev.girdle.depot.Depot;
import dev.girdle.depot.DepotException;
import dev.girdle.depot.Offer;
import dev.girdle.depot.pieces.CutPiece;
import dev.girdle.depot.pieces.Piece;
import dev.girdle.io.InOrder;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;

/**
 * Fetches pieces from a pack: those that lie close to each other in one go, and nothing else. What
 * does not come, or comes as something else than its digest says, is asked for again.
 */
final class Fetching {
  /** What lies between two pieces is fetched with them if it is no more than this. */
  private static final int SMALL_GAP = 4 << 10;

  private static final int MOST_SPANS = 64;
  private static final int BATCH = 1 << 20;

  private final Depot depot;
  private final Offer.Pack pack;
  private final int number;
  private final Pieces pieces;

  Fetching(Depot depot, Offer.Pack pack, int number, Pieces pieces) {
    this.depot = depot;
    this.pack = pack;
    this.number = number;
    this.pieces = pieces;
  }

  /** Gets pieces. */
  interface Taker {
    void piece(int index, byte[] bytes) throws IOException;
  }

  /** Pieces that are fetched in one go. */
  private record Span(int first, int last) {}

  /** A piece that came; without bytes if they were the wrong ones. */
  private record Come(int index, byte[] bytes) {}

  private record Packed(int index, byte[] bytes) {}

  /**
   * Fetches.
   *
   * @param wanted which pieces; empty afterwards
   * @param taker gets them, on this thread
   * @throws DepotException if the depot does not give them
   * @throws IOException if they cannot be taken
   */
  void fetch(BitSet wanted, Taker taker) throws IOException {
    try (InOrder<List<Come>> work =
        new InOrder<>(
            "pieces",
            come -> {
              for (Come one : come) {
                if (one.bytes != null) {
                  taker.piece(one.index, one.bytes);
                  wanted.clear(one.index);
                }
              }
            })) {
      fetchAll(wanted, work);
    }
  }

  private void fetchAll(BitSet wanted, InOrder<List<Come>> work) throws IOException {
    for (int tries = 0; !wanted.isEmpty(); ) {
      int before = wanted.cardinality();
      IOException broken = null;
      for (Span span : spans(wanted)) {
        try {
          fetch(span, wanted, work);
        } catch (BrokenOff e) {
          broken = e;
          break;
        }
      }
      tries = wanted.cardinality() < before ? 0 : tries + 1;
      if (tries > Depot.TRIES) {
        throw DepotException.unreachable(
            depot.label(),
            broken == null
                ? "sends other bytes of " + pack.bytes().digest() + " than their digests say"
                : "breaks off: " + broken.getMessage());
      }
      if (!wanted.isEmpty()) {
        depot.pause(Math.min(tries, 3));
      }
    }
  }

  /** The line, not what is done with what came. */
  private static final class BrokenOff extends IOException {
    private static final long serialVersionUID = 1;

    BrokenOff(IOException cause) {
      super(cause.getMessage(), cause);
    }
  }

  private List<Span> spans(BitSet wanted) {
    long gap = SMALL_GAP;
    List<Span> spans = spans(wanted, gap);
    while (spans.size() > MOST_SPANS) {
      gap *= 4;
      spans = spans(wanted, gap);
    }
    return spans;
  }

  private List<Span> spans(BitSet wanted, long gap) {
    List<Span> spans = new ArrayList<>();
    int first = wanted.nextSetBit(0);
    int last = first;
    for (int i = wanted.nextSetBit(first + 1); i >= 0; i = wanted.nextSetBit(i + 1)) {
      if (pieces.start(number, i) - end(last) > gap) {
        spans.add(new Span(first, last));
        first = i;
      }
      last = i;
    }
    spans.add(new Span(first, last));
    return spans;
  }

  private long end(int index) {
    return pieces.start(number, index) + pieces.piece(number, index).packed();
  }

  private void fetch(Span span, BitSet wanted, InOrder<List<Come>> work) throws IOException {
    long from = pieces.start(number, span.first);
    try (InputStream in = opened(from, end(span.last) - from)) {
      BrokenOff broken = read(in, span, (BitSet) wanted.clone(), work);
      work.finish();
      if (broken != null) {
        throw broken;
      }
    }
  }

  private InputStream opened(long from, long length) throws BrokenOff {
    try {
      return depot.open(pack.bytes(), from, length);
    } catch (IOException e) {
      throw new BrokenOff(e);
    }
  }

  /** Reads as far as it goes; what ended it before its end, or null. */
  private BrokenOff read(InputStream in, Span span, BitSet wanted, InOrder<List<Come>> work)
      throws IOException {
    List<Packed> batch = new ArrayList<>();
    int batched = 0;
    BrokenOff broken = null;
    for (int i = span.first; i <= span.last && broken == null; i++) {
      int length = pieces.piece(number, i).packed();
      try {
        if (wanted.get(i)) {
          byte[] bytes = in.readNBytes(length);
          if (bytes.length < length) {
            throw new IOException("fewer bytes came than it said");
          }
          batch.add(new Packed(i, bytes));
          batched += length;
        } else {
          in.skipNBytes(length);
        }
      } catch (IOException e) {
        broken = new BrokenOff(e);
      }
      if (batched >= BATCH) {
        hand(batch, work);
        batch = new ArrayList<>();
        batched = 0;
      }
    }
    hand(batch, work);
    return broken;
  }

  private void hand(List<Packed> batch, InOrder<List<Come>> work) throws IOException {
    work.add(() -> batch.stream().map(this::come).toList());
  }

  private Come come(Packed packed) {
    Piece piece = pieces.piece(number, packed.index);
    try {
      return new Come(packed.index, CutPiece.unpacked(piece, packed.bytes));
    } catch (IOException e) {
      return new Come(packed.index, null); // asked for again
    }
  }
}
