package dev.girdle.io;

import java.io.IOException;
import java.nio.channels.SeekableByteChannel;

/** Content whose bytes can be read in any order. */
interface Seekable {
  /** A channel of exactly these bytes; null if they cannot be read in any order. */
  SeekableByteChannel channel() throws IOException;
}
