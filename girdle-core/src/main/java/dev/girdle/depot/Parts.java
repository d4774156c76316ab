package dev.girdle.depot;

import dev.girdle.io.Content;
import dev.girdle.io.Seekable;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.channels.Channels;
import java.nio.channels.SeekableByteChannel;
import org.apache.commons.io.input.BoundedInputStream;

/** Parts of contents. */
final class Parts {
  private Parts() {}

  /** Some bytes of a content, from where they lie if it can be told. */
  static InputStream open(Content content, long from, long length) {
    try {
      SeekableByteChannel channel = content instanceof Seekable s ? s.channel() : null;
      InputStream in;
      if (channel == null) {
        in = content.open();
        in.skipNBytes(from);
      } else {
        in = Channels.newInputStream(channel.position(from));
      }
      return BoundedInputStream.builder().setInputStream(in).setMaxCount(length).get();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
