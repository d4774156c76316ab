package dev.girdle.depot.pieces;

import com.github.luben.zstd.Zstd;
import com.github.luben.zstd.ZstdInputStream;
import dev.girdle.image.ImageJson;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;

/** Tables, lists and records as they travel: JSON, compressed (RFC 8878). */
public final class PieceDocuments {
  /** The version of tables and lists. */
  public static final int FORMAT = 1;

  /** Compressed, no document that was meant well is larger, in bytes. */
  public static final long LARGEST = 64L << 20;

  private static final int LARGEST_UNPACKED = 512 << 20;
  private static final int LEVEL = 19;

  private PieceDocuments() {}

  /**
   * A document as it travels.
   *
   * @param document a table or a list
   * @return the same bytes for the same document
   */
  public static byte[] bytes(Object document) {
    return packed(ImageJson.bytes(document));
  }

  /**
   * Bytes of a document, compressed.
   *
   * @param bytes JSON
   * @return the same bytes for the same ones
   */
  public static byte[] packed(byte[] bytes) {
    return Zstd.compress(bytes, LEVEL);
  }

  /**
   * Undoes {@link #packed}.
   *
   * @param packed as it travelled
   * @return JSON
   * @throws IOException if it is none, or larger than can be meant well
   */
  public static byte[] unpacked(byte[] packed) throws IOException {
    try (InputStream in = new ZstdInputStream(new ByteArrayInputStream(packed))) {
      byte[] bytes = in.readNBytes(LARGEST_UNPACKED + 1);
      if (bytes.length > LARGEST_UNPACKED) {
        throw new IOException("it unpacks to more than can be meant well");
      }
      return bytes;
    }
  }

  /**
   * Reads a document.
   *
   * @param <T> what it is
   * @param packed as it travelled
   * @param type {@link PieceTable} or {@link PieceList}
   * @return what it says
   * @throws IOException if it is none
   */
  public static <T> T read(byte[] packed, Class<T> type) throws IOException {
    return ImageJson.read(unpacked(packed), type);
  }
}
