package dev.girdle.io;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;

/** Small services around channels. */
final class Channels {
  private Channels() {}

  static void copy(InputStream in, SeekableByteChannel out) throws IOException {
    byte[] buffer = new byte[1 << 16];
    for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
      ByteBuffer bytes = ByteBuffer.wrap(buffer, 0, n);
      while (bytes.hasRemaining()) {
        out.write(bytes);
      }
    }
  }

  /** The first bytes, fewer if there are fewer; the channel is left at its start. */
  static byte[] head(SeekableByteChannel channel, int length) throws IOException {
    ByteBuffer bytes = ByteBuffer.allocate(length);
    channel.position(0);
    while (bytes.hasRemaining() && channel.read(bytes) >= 0) {
      continue;
    }
    channel.position(0);
    return java.util.Arrays.copyOf(bytes.array(), bytes.position());
  }
}
