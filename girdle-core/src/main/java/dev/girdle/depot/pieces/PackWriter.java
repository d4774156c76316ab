package dev.girdle.depot.pieces;

import dev.girdle.io.Sha256;
import java.io.BufferedOutputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;

/**
 * Writes a pack: pieces one after the other, each compressed by itself (RFC 8878) if that helps.
 */
public final class PackWriter implements Closeable {
  private final OutputStream out;
  private final MessageDigest digest = Sha256.create();
  private final List<Piece> pieces = new ArrayList<>();
  private long bytes;

  /**
   * Begins a pack.
   *
   * @param file where to; must not exist
   * @throws IOException if it cannot be written
   */
  public PackWriter(Path file) throws IOException {
    out = new BufferedOutputStream(Files.newOutputStream(file), 1 << 20);
  }

  /**
   * Adds a piece.
   *
   * @param piece the piece
   * @return which one of the pack it is
   * @throws IOException if it cannot be written
   */
  public int add(CutPiece piece) throws IOException {
    out.write(piece.packed());
    digest.update(piece.packed());
    bytes += piece.packed().length;
    pieces.add(new Piece(piece.sha256(), piece.bytes(), piece.packed().length));
    return pieces.size() - 1;
  }

  /**
   * What was added.
   *
   * @return in its order
   */
  public List<Piece> pieces() {
    return List.copyOf(pieces);
  }

  /**
   * How large the pack is.
   *
   * @return bytes
   */
  public long bytes() {
    return bytes;
  }

  /**
   * The digest of the pack, which is complete then.
   *
   * @return SHA-256, in hexadecimal
   */
  public String sha256() {
    return HexFormat.of().formatHex(digest.digest());
  }

  @Override
  public void close() throws IOException {
    out.close();
  }
}
