package dev.girdle.binary;

import dev.girdle.io.Content;
import dev.girdle.io.Seekable;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.Channels;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.List;
import org.apache.commons.io.input.BoundedInputStream;

/**
 * Native code without what only debuggers read: the sections that are not loaded into memory, such
 * as {@code .symtab} and {@code .debug_info} (System V ABI, "Sections", flag SHF_ALLOC). What is
 * loaded stays at its place, byte for byte.
 */
public final class StrippedCode implements Content {
  private static final int HEADER = 64;
  private static final int MAGIC = 0x7f454c46;
  private static final int ALLOC = 2;
  private static final int INFO_LINK = 0x40;
  private static final int NOBITS = 8;
  private static final int STRINGS = 3;
  private static final int MOST = 0xff00;

  private final Content source;
  private final byte[] head;
  private final long end;
  private final byte[] tail;

  private StrippedCode(Content source, byte[] head, long end, byte[] tail) {
    this.source = source;
    this.head = head;
    this.end = end;
    this.tail = tail;
  }

  /**
   * Strips a file.
   *
   * @param content any file
   * @return the file without them; the file itself if it is no ELF file of 64 bits with the lowest
   *     byte first, or has nothing to strip
   * @throws IOException if it cannot be read
   */
  public static Content of(Content content) throws IOException {
    if (!(content instanceof Seekable seekable) || content.size() < HEADER) {
      return content;
    }
    try (SeekableByteChannel file = seekable.channel()) {
      return file == null ? content : stripped(content, file);
    } catch (IllegalArgumentException | IndexOutOfBoundsException | NegativeArraySizeException e) {
      throw new IOException("is damaged: its header announces what cannot be", e);
    }
  }

  /**
   * The file as it was.
   *
   * @return with all its sections
   */
  public Content source() {
    return source;
  }

  private static Content stripped(Content content, SeekableByteChannel file) throws IOException {
    ByteBuffer head = read(file, 0, HEADER);
    boolean isKnown = head.getInt(0) == Integer.reverseBytes(MAGIC) && head.getShort(4) == 0x102;
    int entry = head.getShort(0x3a) & 0xffff;
    int count = head.getShort(0x3c) & 0xffff;
    int names = head.getShort(0x3e) & 0xffff;
    long start = head.getLong(0x28);
    if (!isKnown || entry != HEADER || count == 0 || count >= MOST || names >= count) {
      return content;
    }
    if (start < HEADER || start + (long) count * HEADER > file.size()) {
      return content;
    }
    Sections sections = new Sections(read(file, start, count * HEADER), count);
    long end = Math.max(sections.end(), segments(file, head));
    byte[] tail = sections.table(nameTable(file, sections.headers, names), end);
    if (end > file.size() || end + tail.length >= content.size()) {
      return content;
    }
    head.putLong(0x28, end + tail.length - (long) (sections.kept + 1) * HEADER);
    head.putShort(0x3c, (short) (sections.kept + 1));
    head.putShort(0x3e, (short) sections.kept);
    return new StrippedCode(content, head.array(), end, tail);
  }

  private static byte[] nameTable(SeekableByteChannel file, ByteBuffer headers, int names)
      throws IOException {
    long size = headers.getLong(names * HEADER + 0x20);
    return size > 1 << 20
        ? new byte[1]
        : read(file, headers.getLong(names * HEADER + 0x18), (int) size).array();
  }

  /** Where the last segment ends that is loaded. */
  private static long segments(SeekableByteChannel file, ByteBuffer head) throws IOException {
    int size = head.getShort(0x36) & 0xffff;
    int count = head.getShort(0x38) & 0xffff;
    ByteBuffer table = read(file, head.getLong(0x20), size * count);
    long end = 0;
    for (int i = 0; i < count; i++) {
      end = Math.max(end, table.getLong(i * size + 8) + table.getLong(i * size + 0x20));
    }
    return end;
  }

  private static ByteBuffer read(SeekableByteChannel file, long at, int length) throws IOException {
    if (at < 0 || length < 0 || at > file.size() - length) {
      throw new IOException("is damaged: its header points outside of it");
    }
    ByteBuffer bytes = ByteBuffer.allocate(length).order(ByteOrder.LITTLE_ENDIAN);
    file.position(at);
    while (bytes.hasRemaining()) {
      if (file.read(bytes) < 0) {
        throw new IOException("is damaged: it ends before what its header announces");
      }
    }
    return bytes.flip();
  }

  /** The table of sections: those that are loaded keep their order and get new numbers. */
  private static final class Sections {
    private final ByteBuffer headers;
    private final int count;
    private final int[] numbers;
    private int kept;

    Sections(ByteBuffer headers, int count) {
      this.headers = headers;
      this.count = count;
      this.numbers = new int[count];
      for (int i = 0; i < count; i++) {
        boolean stays = i == 0 || (headers.getLong(i * HEADER + 8) & ALLOC) != 0;
        numbers[i] = stays ? kept++ : 0;
      }
    }

    private boolean stays(int section) {
      return section == 0 || numbers[section] > 0;
    }

    long end() {
      long end = HEADER;
      for (int i = 1; i < count; i++) {
        if (stays(i) && headers.getInt(i * HEADER + 4) != NOBITS) {
          end =
              Math.max(
                  end, headers.getLong(i * HEADER + 0x18) + headers.getLong(i * HEADER + 0x20));
        }
      }
      return end;
    }

    /** What stands behind the contents: the names, and the table itself at a multiple of 8. */
    byte[] table(byte[] oldNames, long end) {
      ByteArrayOutputStream names = new ByteArrayOutputStream();
      names.write(0);
      ByteBuffer table = ByteBuffer.allocate((kept + 1) * HEADER).order(ByteOrder.LITTLE_ENDIAN);
      for (int i = 0; i < count; i++) {
        if (stays(i)) {
          byte[] header = new byte[HEADER];
          headers.get(i * HEADER, header);
          ByteBuffer copy = ByteBuffer.wrap(header).order(ByteOrder.LITTLE_ENDIAN);
          copy.putInt(0, i == 0 ? 0 : names.size());
          copy.putInt(0x28, renumbered(copy.getInt(0x28)));
          if ((copy.getLong(8) & INFO_LINK) != 0) {
            copy.putInt(0x2c, renumbered(copy.getInt(0x2c)));
          }
          if (i > 0) {
            names.writeBytes(name(oldNames, headers.getInt(i * HEADER)));
          }
          table.put(header);
        }
      }
      int own = names.size();
      names.writeBytes(".shstrtab\0".getBytes(StandardCharsets.US_ASCII));
      int padding = (int) (-(end + names.size()) & 7);
      table.putInt(own).putInt(STRINGS).putLong(0).putLong(0).putLong(end).putLong(names.size());
      table.putInt(0).putInt(0).putLong(1).putLong(0);
      names.writeBytes(new byte[padding]);
      names.writeBytes(table.array());
      return names.toByteArray();
    }

    private int renumbered(int section) {
      return section > 0 && section < count ? numbers[section] : 0;
    }

    private static byte[] name(byte[] names, int at) {
      int end = at;
      while (end >= 0 && end < names.length && names[end] != 0) {
        end++;
      }
      byte[] name = new byte[Math.max(0, end - at) + 1];
      System.arraycopy(names, Math.min(at, names.length), name, 0, name.length - 1);
      return name;
    }
  }

  @Override
  public long size() {
    return end + tail.length;
  }

  @Override
  public InputStream open() throws IOException {
    SeekableByteChannel file = ((Seekable) source).channel();
    file.position(HEADER);
    InputStream middle =
        BoundedInputStream.builder()
            .setInputStream(Channels.newInputStream(file))
            .setMaxCount(end - HEADER)
            .get();
    return new SequenceInputStream(
        Collections.enumeration(
            List.of(new ByteArrayInputStream(head), middle, new ByteArrayInputStream(tail))));
  }
}
