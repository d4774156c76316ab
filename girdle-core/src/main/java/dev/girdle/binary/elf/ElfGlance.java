package dev.girdle.binary.elf;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A look at an ELF file of 64 bits with the lowest byte first that believes nothing and never
 * fails.
 */
final class ElfGlance {
  private final SeekableByteChannel file;
  private final ByteBuffer header;

  private ElfGlance(SeekableByteChannel file, ByteBuffer header) {
    this.file = file;
    this.header = header;
  }

  /** Empty if it is no such file. */
  static Optional<ElfGlance> of(SeekableByteChannel file) throws IOException {
    ElfGlance glance = new ElfGlance(file, bytes(file, 0, ElfTables.HEADER));
    ByteBuffer header = glance.header;
    boolean isOne =
        header.remaining() == ElfTables.HEADER
            && header.getInt(0) == 0x464c457f
            && header.getShort(4) == 0x102;
    return isOne ? Optional.of(glance) : Optional.empty();
  }

  ByteBuffer header() {
    return header;
  }

  /** As many as there are. */
  List<Segment> segments() throws IOException {
    int count = header.getShort(0x38) & 0xffff;
    ByteBuffer table = bytes(header.getLong(0x20), count * Segment.SIZE);
    List<Segment> segments = new ArrayList<>();
    while (table.remaining() >= Segment.SIZE) {
      segments.add(Segment.read(table));
    }
    return segments;
  }

  /** As many bytes as there are. */
  ByteBuffer bytes(long at, int length) throws IOException {
    return bytes(file, at, length);
  }

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
