package dev.girdle.io;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;

/** The bytes of one file, read from where they lie, as often as wanted. */
public interface Content {
  /**
   * The number of bytes that {@link #open} gives.
   *
   * @return bytes, 0 or more
   */
  long size();

  /**
   * Opens the bytes for reading; the caller closes the stream.
   *
   * @return the bytes from the start
   * @throws IOException if they cannot be read
   */
  InputStream open() throws IOException;

  /**
   * Reads all of a small file.
   *
   * @param limit the most bytes that are read
   * @return the bytes
   * @throws IOException if they cannot be read, or are more than the limit
   */
  default byte[] bytes(int limit) throws IOException {
    if (size() > limit) {
      throw new IOException("has " + size() + " bytes, more than the " + limit + " expected");
    }
    try (InputStream in = open()) {
      return in.readNBytes((int) size());
    }
  }

  /**
   * Bytes in memory.
   *
   * @param bytes the bytes; not copied
   * @return content with these bytes
   */
  static Content of(byte[] bytes) {
    return new Content() {
      @Override
      public long size() {
        return bytes.length;
      }

      @Override
      public InputStream open() {
        return new ByteArrayInputStream(bytes);
      }
    };
  }
}
