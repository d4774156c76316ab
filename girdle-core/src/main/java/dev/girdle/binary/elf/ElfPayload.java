package dev.girdle.binary.elf;

import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.util.Optional;

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
      Optional<ElfGlance> glance = ElfGlance.of(file);
      return glance.isPresent() && content.size() > end(glance.get()) + ROOM;
    }
  }

  private static long end(ElfGlance glance) throws IOException {
    return Math.max(
        endOfSections(glance),
        glance.segments().stream().mapToLong(s -> s.offset() + s.fileSize()).max().orElse(0));
  }

  private static long endOfSections(ElfGlance glance) throws IOException {
    ByteBuffer head = glance.header();
    int size = head.getShort(0x3a) & 0xffff;
    ByteBuffer table = glance.bytes(head.getLong(0x28), size * (head.getShort(0x3c) & 0xffff));
    long end = head.getLong(0x28) + table.remaining();
    for (int at = 0; size >= ElfTables.SECTION && at + size <= table.limit(); at += size) {
      if (table.getInt(at + 4) != WITHOUT_BYTES) {
        end = Math.max(end, table.getLong(at + 0x18) + table.getLong(at + 0x20));
      }
    }
    return end;
  }
}
