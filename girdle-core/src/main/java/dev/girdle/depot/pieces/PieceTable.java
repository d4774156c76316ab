package dev.girdle.depot.pieces;

import java.util.List;

/**
 * What lies in a pack, in its order, without gaps: the document of the media type {@code
 * application/vnd.girdle.pieces.table.v1+zstd}, JSON that is compressed (RFC 8878).
 *
 * @param format 1
 * @param pieces its pieces
 */
public record PieceTable(int format, List<Piece> pieces) {
  /** Copies the list. */
  public PieceTable {
    pieces = pieces == null ? List.of() : List.copyOf(pieces);
  }

  /**
   * A table.
   *
   * @param pieces the pieces of a pack
   * @return of today's format
   */
  public static PieceTable of(List<Piece> pieces) {
    return new PieceTable(PieceDocuments.FORMAT, pieces);
  }
}
