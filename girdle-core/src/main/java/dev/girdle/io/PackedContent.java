package dev.girdle.io;

import java.io.IOException;
import java.io.InputStream;

/**
 * The bytes of a file that lies in a zip archive, which can also be had as they lie there, so that
 * they need not be compressed again.
 */
public interface PackedContent extends Content {
  /**
   * Whether the packed bytes are compressed with DEFLATE (RFC 1951); else they are the file's own.
   *
   * @return true for zip method 8, false for method 0
   */
  boolean isDeflated();

  /**
   * The size of the packed bytes.
   *
   * @return bytes
   */
  long packedSize();

  /**
   * The checksum of the file's own bytes.
   *
   * @return CRC-32, unsigned
   */
  long crc();

  /**
   * Opens the packed bytes; the caller closes the stream.
   *
   * @return the bytes as they lie in the archive
   * @throws IOException if they cannot be read
   */
  InputStream openPacked() throws IOException;
}
