package dev.girdle.binary.elf;

import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.util.HexFormat;
import java.util.Optional;

/**
 * The number by which debuggers know code: the note {@code NT_GNU_BUILD_ID} in a segment of notes
 * (System V ABI, "Note Section"; {@code ld(1)}, {@code --build-id}).
 */
public final class BuildId {
  private static final int IS_BUILD_ID = 3;
  private static final int GNU = 0x00554e47;
  private static final int LARGEST = 1 << 16;
  private static final int SHORTEST = 2;
  private static final int LONGEST = 64;

  private BuildId() {}

  /**
   * Reads it.
   *
   * @param content any file
   * @return in hexadecimal, of small letters; empty also if it is no ELF file of 64 bits with the
   *     lowest byte first
   * @throws IOException if it cannot be read
   */
  public static Optional<String> of(Content content) throws IOException {
    try (SeekableByteChannel file = Channels.seekable(content)) {
      Optional<ElfGlance> glance = ElfGlance.of(file);
      if (glance.isEmpty()) {
        return Optional.empty();
      }
      for (Segment one : glance.get().segments()) {
        if (one.type() == Segment.NOTE && one.fileSize() <= LARGEST) {
          Optional<String> found = in(glance.get().bytes(one.offset(), (int) one.fileSize()));
          if (found.isPresent()) {
            return found;
          }
        }
      }
      return Optional.empty();
    }
  }

  private static Optional<String> in(ByteBuffer notes) {
    while (notes.remaining() >= 12) {
      int name = notes.getInt();
      int size = notes.getInt();
      int type = notes.getInt();
      int start = notes.position();
      if (name < 0 || size < 0 || (long) name + size > notes.remaining()) {
        return Optional.empty();
      }
      int at = start + padded(name);
      boolean isIt = type == IS_BUILD_ID && name == 4 && notes.getInt(start) == GNU;
      if (isIt && size >= SHORTEST && size <= LONGEST && at + size <= notes.limit()) {
        byte[] id = new byte[size];
        notes.get(at, id);
        return Optional.of(HexFormat.of().formatHex(id));
      }
      notes.position(Math.min(notes.limit(), at + padded(size)));
    }
    return Optional.empty();
  }

  private static int padded(int size) {
    return size + 3 & ~3;
  }
}
