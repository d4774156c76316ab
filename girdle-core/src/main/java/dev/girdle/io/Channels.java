package dev.girdle.io;

import dev.girdle.fault.GirdleException;
import dev.girdle.fault.UnreadableException;
import dev.girdle.place.Scratch;
import dev.girdle.place.TemporaryFolder;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.StandardOpenOption;

/** Small services around channels. */
public final class Channels {
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

  /**
   * The bytes of a content, to be read to and fro: where they lie, or, if they are packed, laid out
   * in one nameless file that ends with the channel, so that memory does not grow with their size.
   *
   * @param content any content
   * @return a channel at its start, to be closed by the caller
   * @throws GirdleException if there is no room to lay them out
   * @throws IOException if they cannot be read
   */
  public static SeekableByteChannel seekable(Content content) throws IOException {
    SeekableByteChannel inPlace = content instanceof Seekable s ? s.channel() : null;
    if (inPlace != null) {
      return inPlace;
    }
    SeekableByteChannel channel = laidOut();
    try (InputStream in = content.open()) {
      layOut(in, channel);
      return channel.position(0);
    } catch (IOException | RuntimeException e) {
      channel.close();
      throw e;
    }
  }

  private static SeekableByteChannel laidOut() {
    try {
      return Files.newByteChannel(
          Scratch.path(""),
          StandardOpenOption.CREATE_NEW,
          StandardOpenOption.READ,
          StandardOpenOption.WRITE,
          StandardOpenOption.DELETE_ON_CLOSE);
    } catch (IOException e) {
      throw TemporaryFolder.noRoom(e);
    }
  }

  /** What cannot be read is the application's matter, what cannot be written the machine's. */
  private static void layOut(InputStream in, SeekableByteChannel channel)
      throws UnreadableException {
    try {
      copy(in, channel);
    } catch (UnreadableException e) {
      throw e;
    } catch (IOException e) {
      throw TemporaryFolder.noRoom(e);
    }
  }
}
