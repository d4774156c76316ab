package dev.girdle.ecosystem;

import java.util.List;

/**
 * What becomes of a runtime that comes along.
 *
 * @param title which runtime it is
 * @param pieces what of it goes along and what stays behind; a part of which some goes along is
 *     there twice
 */
public record RuntimeShares(String title, List<Piece> pieces) {
  /** Copies the list. */
  public RuntimeShares {
    pieces = List.copyOf(pieces);
  }

  /**
   * A file of the runtime, or a module of its image, or what of one goes along or stays behind.
   *
   * @param name its path, or the module's name
   * @param bytes how much room it takes
   * @param kept whether it goes along
   * @param why a few words
   */
  public record Piece(String name, long bytes, boolean kept, String why) {}
}
