package dev.girdle.binary.elf;

import dev.girdle.io.Content;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/** Whether something stands behind the end of a program, which reads it there itself. */
public final class ElfPayload {
  private static final int ROOM = 64;

  private ElfPayload() {}

  /**
   * Looks at a file.
   *
   * @param content any file
   * @return false also if it is no ELF file of 64 bits with the lowest byte first
   * @throws IOException if it cannot be read
   */
  public static boolean isIn(Content content) throws IOException {
    byte[] bytes;
    try (InputStream in = content.open()) {
      bytes = in.readNBytes(4096);
    }
    ByteBuffer head = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    if (bytes.length < ElfTables.HEADER
        || head.getInt(0) != 0x464c457f
        || head.getShort(4) != 0x102) {
      return false;
    }
    long sections = head.getLong(0x28);
    long end = sections + (long) (head.getShort(0x3a) & 0xffff) * (head.getShort(0x3c) & 0xffff);
    long table = head.getLong(0x20);
    int count = head.getShort(0x38) & 0xffff;
    for (int i = 0; i < count; i++) {
      long at = table + (long) i * Segment.SIZE;
      if (at < 0 || at > bytes.length - Segment.SIZE) {
        break;
      }
      Segment one = Segment.read(head.position((int) at));
      end = Math.max(end, one.offset() + one.fileSize());
    }
    return content.size() > end + ROOM;
  }
}
