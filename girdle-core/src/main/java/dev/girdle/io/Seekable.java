package dev.girdle.io;

import java.io.IOException;
import java.nio.channels.SeekableByteChannel;

/** Content whose bytes can be read in any order. */
public interface Seekable {
  /**
   * Opens the bytes; the caller closes the channel.
   *
   * @return a channel over exactly these bytes; null if they cannot be read in any order
   * @throws IOException if they cannot be read
   */
  SeekableByteChannel channel() throws IOException;
}
