package dev.girdle.java.runtime;

import dev.girdle.io.Content;
import java.io.IOException;
import java.io.InputStream;
import java.util.Iterator;

/** Several contents one after the other, read in pieces as large as are asked for. */
final class ChainStream extends InputStream {
  private final Iterator<Content> rest;
  private InputStream current = InputStream.nullInputStream();

  ChainStream(Iterator<Content> contents) {
    this.rest = contents;
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
  }

  @Override
  public int read(byte[] into, int offset, int length) throws IOException {
    int given = 0;
    while (given < length) {
      int count = current.read(into, offset + given, length - given);
      if (count >= 0) {
        given += count;
      } else if (rest.hasNext()) {
        current.close();
        current = rest.next().open();
      } else {
        return given == 0 ? -1 : given;
      }
    }
    return given;
  }

  @Override
  public void close() throws IOException {
    current.close();
  }
}
