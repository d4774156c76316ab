package dev.girdle.binary;

import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.function.Consumer;

/**
 * The texts in a file: runs of printable bytes, ASCII and what may be UTF-8. Of native code for
 * Linux only what is loaded is read, since what debuggers read names files of the builder's
 * machine.
 */
public final class CodeTexts {
  private static final int PIECE = 1 << 16;
  private static final int LONGEST = 4096;

  private final int shortest;
  private final boolean onlyAscii;
  private final Consumer<String> found;
  private final byte[] text = new byte[LONGEST];
  private int length;

  private CodeTexts(int least, boolean onlyAscii, Consumer<String> found) {
    this.shortest = least;
    this.onlyAscii = onlyAscii;
    this.found = found;
  }

  /**
   * Reads a file in pieces, whatever its size.
   *
   * @param content any file
   * @param least how many bytes a text has at least
   * @param found gets each text; what is longer than 4096 bytes, in parts
   * @throws IOException if it cannot be read
   */
  public static void read(Content content, int least, Consumer<String> found) throws IOException {
    new CodeTexts(least, false, found).read(content);
  }

  /**
   * Reads a file in pieces, whatever its size; only runs of ASCII, as paths of systems are.
   *
   * @param content any file
   * @param least how many bytes a text has at least
   * @param found gets each text; what is longer than 4096 bytes, in parts
   * @throws IOException if it cannot be read
   */
  public static void readAscii(Content content, int least, Consumer<String> found)
      throws IOException {
    new CodeTexts(least, true, found).read(content);
  }

  private void read(Content content) throws IOException {
    try (SeekableByteChannel channel = Channels.seekable(content)) {
      for (long[] part : parts(channel)) {
        readPart(channel, part[0], part[1]);
      }
    }
  }

  private static List<long[]> parts(SeekableByteChannel channel) throws IOException {
    CodeBytes bytes = new CodeBytes(channel, ByteOrder.BIG_ENDIAN);
    try {
      if (bytes.size() >= 64 && bytes.i32(0) == ElfCode.MAGIC) {
        return ElfCode.loaded(bytes);
      }
    } catch (DamagedCodeException e) {
      return List.of(); // who reads what it is linked with tells that
    }
    return List.of(new long[] {0, channel.size()});
  }

  private void readPart(SeekableByteChannel channel, long at, long size) throws IOException {
    byte[] bytes = new byte[PIECE];
    ByteBuffer piece = ByteBuffer.wrap(bytes);
    long left = size;
    channel.position(at);
    while (left > 0) {
      piece.clear().limit((int) Math.min(PIECE, left));
      int n = channel.read(piece);
      if (n < 0) {
        break;
      }
      left -= n;
      add(bytes, n);
    }
    end();
  }

  private void add(byte[] bytes, int count) {
    int least = onlyAscii ? ' ' : Byte.MIN_VALUE;
    for (int i = 0; i < count; i++) {
      byte b = bytes[i];
      boolean isText = b >= ' ' ? b != 0x7f : b == '\t' || b < 0 && b >= least;
      if (isText) {
        text[length++] = b;
        if (length == LONGEST) {
          end();
        }
      } else if (length > 0) {
        end();
      }
    }
  }

  private void end() {
    if (length >= shortest) {
      found.accept(
          new String(
              text, 0, length, onlyAscii ? StandardCharsets.US_ASCII : StandardCharsets.UTF_8));
    }
    length = 0;
  }
}
