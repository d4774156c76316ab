package dev.girdle.depot.pieces;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** Pieces that lie in packs already. */
public final class KnownPieces {
  private final Map<String, Place> places = new HashMap<>();

  /**
   * Where a piece lies.
   *
   * @param pack the number of the pack
   * @param index which piece of it
   * @param packed how many bytes of the pack
   */
  public record Place(int pack, int index, int packed) {}

  /**
   * Adds what lies in a pack; a piece that is known already stays where it is.
   *
   * @param pack the number of the pack
   * @param table what lies in it
   */
  public void add(int pack, PieceTable table) {
    for (int i = 0; i < table.pieces().size(); i++) {
      Piece piece = table.pieces().get(i);
      places.putIfAbsent(piece.sha256(), new Place(pack, i, piece.packed()));
    }
  }

  /**
   * Looks for a piece.
   *
   * @param sha256 its digest
   * @return empty if it is not known
   */
  public Optional<Place> find(String sha256) {
    return Optional.ofNullable(places.get(sha256));
  }
}
