package dev.girdle.depot.pieces;

import com.github.luben.zstd.Zstd;
import dev.girdle.io.Sha256;
import java.io.IOException;
import java.util.function.Predicate;

/**
 * A piece that was just cut.
 *
 * @param sha256 SHA-256 of its bytes, in hexadecimal
 * @param bytes how many they are
 * @param packed the bytes as they go into a pack; null if nobody needs them
 */
public record CutPiece(String sha256, int bytes, byte[] packed) {
  private static final int LEVEL = 3;

  /**
   * Makes a piece ready for a pack.
   *
   * @param plain its bytes
   * @param isKnown whether a piece lies in a pack already, by its digest
   * @return with bytes for a pack if it is not known
   */
  public static CutPiece of(byte[] plain, Predicate<String> isKnown) {
    String digest = Sha256.of(plain);
    if (isKnown.test(digest)) {
      return new CutPiece(digest, plain.length, null);
    }
    byte[] packed = Zstd.compress(plain, LEVEL);
    return new CutPiece(digest, plain.length, packed.length < plain.length ? packed : plain);
  }

  /**
   * The bytes of a piece of a pack.
   *
   * @param piece which piece it is
   * @param packed as it lies in the pack
   * @return its own bytes
   * @throws IOException if they are not what its digest says
   */
  public static byte[] unpacked(Piece piece, byte[] packed) throws IOException {
    byte[] plain = packed;
    if (piece.packed() != piece.bytes()) {
      plain = new byte[piece.bytes()];
      long length = Zstd.decompress(plain, packed);
      if (Zstd.isError(length) || length != piece.bytes()) {
        throw new IOException("a piece cannot be unpacked");
      }
    }
    if (!Sha256.of(plain).equals(piece.sha256())) {
      throw new IOException("a piece has other bytes than its digest says");
    }
    return plain;
  }
}
