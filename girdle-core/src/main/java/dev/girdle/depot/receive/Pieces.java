package dev.girdle.depot.receive;

import dev.girdle.depot.pieces.Piece;
import dev.girdle.depot.pieces.PieceList;
import dev.girdle.depot.pieces.PieceTable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/** The pieces of the packs of an artifact, and where in its pack each begins. */
final class Pieces {
  private final List<List<Piece>> packs = new ArrayList<>();
  private final List<long[]> starts = new ArrayList<>();

  Pieces(List<PieceTable> tables) throws IOException {
    for (PieceTable table : tables) {
      for (Piece one : table.pieces()) {
        boolean isMeantWell =
            one.bytes() > 0
                && one.bytes() <= Piece.MOST
                && one.packed() > 0
                && one.packed() <= one.bytes();
        if (!isMeantWell) {
          throw new IOException("a table tells of a piece of " + one.bytes() + " bytes");
        }
      }
      packs.add(table.pieces());
      long[] begins = new long[table.pieces().size()];
      long at = 0;
      for (int i = 0; i < begins.length; i++) {
        begins[i] = at;
        at += table.pieces().get(i).packed();
      }
      starts.add(begins);
    }
  }

  /** Gets pieces. */
  interface Visitor {
    void piece(int pack, int index, Piece piece);
  }

  /** Goes through the pieces of a file in their order. */
  void each(PieceList.File file, Visitor visitor) {
    for (PieceList.Run run : file.runs()) {
      for (int i = 0; i < run.count(); i++) {
        int index = run.first() + i;
        visitor.piece(run.pack(), index, packs.get(run.pack()).get(index));
      }
    }
  }

  /** Whether all that a file is put together of is there, and as long as the file. */
  boolean fits(PieceList.File file) {
    if (Boolean.TRUE.equals(file.isRecord())) {
      return file.runs().isEmpty();
    }
    long bytes = 0;
    for (PieceList.Run run : file.runs()) {
      boolean isThere =
          run.pack() >= 0
              && run.pack() < packs.size()
              && run.first() >= 0
              && run.count() > 0
              && run.first() <= packs.get(run.pack()).size() - run.count();
      if (!isThere) {
        return false;
      }
      for (int i = 0; i < run.count(); i++) {
        bytes += packs.get(run.pack()).get(run.first() + i).bytes();
      }
    }
    return bytes == file.bytes();
  }

  Piece piece(int pack, int index) {
    return packs.get(pack).get(index);
  }

  long start(int pack, int index) {
    return starts.get(pack)[index];
  }
}
