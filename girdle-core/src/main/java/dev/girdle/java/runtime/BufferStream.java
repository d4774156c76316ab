package dev.girdle.java.runtime;

import java.io.InputStream;
import java.nio.ByteBuffer;

/** The bytes of a buffer, from its position. */
final class BufferStream extends InputStream {
  private final ByteBuffer bytes;

  BufferStream(ByteBuffer bytes) {
    this.bytes = bytes;
  }

  @Override
  public int read() {
    return bytes.hasRemaining() ? bytes.get() & 0xff : -1;
  }

  @Override
  public int read(byte[] into, int offset, int length) {
    if (!bytes.hasRemaining()) {
      return length == 0 ? 0 : -1;
    }
    int given = Math.min(length, bytes.remaining());
    bytes.get(into, offset, given);
    return given;
  }

  @Override
  public int available() {
    return bytes.remaining();
  }
}
