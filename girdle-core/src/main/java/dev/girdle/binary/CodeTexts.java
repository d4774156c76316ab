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
 * The texts in a file: runs of printable bytes, ASCII and what may be UTF-8, and if asked for those
 * of two bytes for each letter, as programs for Windows have them. Of native code for Linux only
 * what is loaded is read, since what debuggers read names files of the builder's machine.
 */
public final class CodeTexts {
  private static final int PIECE = 1 << 16;
  private static final int LONGEST = 4096;

  private final int shortest;
  private final boolean onlyAscii;
  private final Consumer<String> found;
  private final byte[] text = new byte[LONGEST];
  private int length;
  private final boolean wide;
  private final byte[] wideText = new byte[LONGEST];
  private int wideLength;
  private byte before;
  private int open; // how many bytes of a letter are still to come
  private int whole; // where that letter begins

  private CodeTexts(int least, boolean onlyAscii, boolean wide, Consumer<String> found) {
    this.shortest = least;
    this.onlyAscii = onlyAscii;
    this.wide = wide;
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
    new CodeTexts(least, false, false, found).read(content);
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
    new CodeTexts(least, true, false, found).read(content);
  }

  /**
   * Reads a file of code in pieces, whatever its size; texts of one byte for each letter and of
   * two.
   *
   * @param content native code, or an assembly
   * @param least how many letters a text has at least
   * @param found gets each text; what is longer than 4096 letters, in parts
   * @throws IOException if it cannot be read
   */
  public static void readCode(Content content, int least, Consumer<String> found)
      throws IOException {
    new CodeTexts(least, false, true, found).read(content);
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
    endWide();
    before = 0;
  }

  private void add(byte[] bytes, int count) {
    for (int i = 0; i < count; i++) {
      byte b = bytes[i];
      if (wide) {
        addWide(b);
      }
      boolean isText;
      if (b >= 0 && open == 0) {
        isText = b >= ' ' ? b != 0x7f : b == '\t';
      } else {
        isText = follows(b) && (b < 0 ? !onlyAscii : b >= ' ' && b != 0x7f || b == '\t');
      }
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

  /**
   * Whether a byte goes on with the text as UTF-8 does (RFC 3629, section 4). What is none ends a
   * text, so that noise is cut to pieces that are thrown away.
   */
  private boolean follows(byte b) {
    if (b < 0 && b < -64) { // one that goes on with a letter
      open--;
      return open >= 0 || broken();
    }
    if (open > 0) {
      broken(); // the letter before is not whole
      end();
    }
    open =
        b >= 0
            ? 0
            : b >= -62 && b < -32 ? 1 : b >= -32 && b < -16 ? 2 : b >= -16 && b <= -12 ? 3 : -1;
    whole = length;
    return open >= 0 || broken();
  }

  private boolean broken() {
    length = open < 0 ? length : whole;
    open = 0;
    return false;
  }

  /** UTF-16 with the lower byte first, as far as it is ASCII. */
  private void addWide(byte b) {
    boolean isLetter = before >= ' ' && before != 0x7f;
    if (b == 0 && isLetter) {
      wideText[wideLength++] = before;
      if (wideLength == LONGEST) {
        endWide();
      }
    } else if (before != 0 || b == 0) {
      endWide(); // two letters without a zero, or zeros without a letter
    }
    before = b;
  }

  private void endWide() {
    if (wideLength >= shortest) {
      found.accept(new String(wideText, 0, wideLength, StandardCharsets.US_ASCII));
    }
    wideLength = 0;
  }

  private void end() {
    if (open > 0) {
      broken();
    }
    if (length >= shortest) {
      found.accept(
          new String(
              text, 0, length, onlyAscii ? StandardCharsets.US_ASCII : StandardCharsets.UTF_8));
    }
    length = 0;
  }
}
