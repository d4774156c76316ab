package dev.girdle.binary.elf;

import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;

/** Whether something stands behind the end of a program, which reads it there itself. */
public final class ElfPayload {
  private static final int ROOM = 64;

  /** A section that only takes room in memory ({@code SHT_NOBITS}). */
  private static final int WITHOUT_BYTES = 8;

  private ElfPayload() {}

  /**
   * Looks at a file.
   *
   * @param content any file
   * @return false also if it is no ELF file of 64 bits with the lowest byte first
   * @throws IOException if it cannot be read
   */
  public static boolean isIn(Content content) throws IOException {
    try (SeekableByteChannel file = Channels.seekable(content)) {
      ByteBuffer head = bytes(file, 0, ElfTables.HEADER);
      if (head.remaining() < ElfTables.HEADER
          || head.getInt(0) != 0x464c457f
          || head.getShort(4) != 0x102) {
        return false;
      }
      return content.size() > Math.max(endOfSegments(file, head), endOfSections(file, head)) + ROOM;
    }
  }

  private static long endOfSegments(SeekableByteChannel file, ByteBuffer head) throws IOException {
    int count = head.getShort(0x38) & 0xffff;
    ByteBuffer table = bytes(file, head.getLong(0x20), count * Segment.SIZE);
    long end = 0;
    while (table.remaining() >= Segment.SIZE) {
      Segment one = Segment.read(table);
      end = Math.max(end, one.offset() + one.fileSize());
    }
    return end;
  }

  private static long endOfSections(SeekableByteChannel file, ByteBuffer head) throws IOException {
    int size = head.getShort(0x3a) & 0xffff;
    ByteBuffer table = bytes(file, head.getLong(0x28), size * (head.getShort(0x3c) & 0xffff));
    long end = head.getLong(0x28) + table.remaining();
    for (int at = 0; size >= ElfTables.SECTION && at + size <= table.limit(); at += size) {
      if (table.getInt(at + 4) != WITHOUT_BYTES) {
        end = Math.max(end, table.getLong(at + 0x18) + table.getLong(at + 0x20));
      }
    }
    return end;
  }

  /** As many bytes as there are. */
  private static ByteBuffer bytes(SeekableByteChannel file, long at, int length)
      throws IOException {
    ByteBuffer bytes = ByteBuffer.allocate(length).order(ByteOrder.LITTLE_ENDIAN);
    if (at >= 0) {
      file.position(at);
      while (bytes.hasRemaining() && file.read(bytes) >= 0) {
        continue;
      }
    }
    return bytes.flip();
  }
}
