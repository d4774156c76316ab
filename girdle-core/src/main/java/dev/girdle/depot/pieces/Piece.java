package dev.girdle.depot.pieces;

/**
 * A piece of an artifact, and how it lies in a pack.
 *
 * @param sha256 SHA-256 of its bytes, in hexadecimal
 * @param bytes how many they are
 * @param packed how many of them are in the pack; the same number if they are not compressed
 */
public record Piece(String sha256, int bytes, int packed) {
  /** No piece is larger, in bytes: four times the largest usual size. */
  public static final int MOST = 1 << 20;
}
