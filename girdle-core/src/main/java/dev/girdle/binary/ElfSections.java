package dev.girdle.binary;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/**
 * The sections of an ELF file of 64 bits (System V ABI, "Sections"). What is damaged, or larger
 * than any real file has it, is not there.
 */
final class ElfSections {
  private static final int MAGIC = 0x7f454c46;
  private static final int HEADER = 64;
  private static final int MOST_SECTIONS = 2000;
  private static final int LARGEST_SECTION = 1 << 20;

  private final SeekableByteChannel file;
  private final ByteBuffer headers;
  private final int size;
  private final int count;

  /**
   * A section and the section of names that it refers to.
   *
   * @param content its bytes
   * @param names texts that end with a zero
   */
  record Section(ByteBuffer content, ByteBuffer names) {
    /** The text at an offset of the names. */
    String name(int at) {
      int end = at;
      while (names.get(end) != 0) {
        end++;
      }
      return new String(names.array(), at, end - at, StandardCharsets.US_ASCII);
    }
  }

  private ElfSections(SeekableByteChannel file, ByteBuffer headers, int size, int count) {
    this.file = file;
    this.headers = headers;
    this.size = size;
    this.count = count;
  }

  static Optional<ElfSections> of(SeekableByteChannel file) throws IOException {
    Optional<ByteBuffer> found = read(file, 0, HEADER);
    if (found.isEmpty() || found.get().getInt(0) != MAGIC || found.get().get(4) != 2) {
      return Optional.empty();
    }
    ByteBuffer head = found.get();
    head.order(head.get(5) == 2 ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN);
    long start = head.getLong(0x28);
    int size = head.getShort(0x3a) & 0xffff;
    int count = head.getShort(0x3c) & 0xffff;
    if (start <= 0 || size < HEADER || count > MOST_SECTIONS) {
      return Optional.empty();
    }
    return read(file, start, size * count)
        .map(headers -> new ElfSections(file, headers.order(head.order()), size, count));
  }

  /** The first section of a type, with the names that it refers to. */
  Optional<Section> ofType(int type) throws IOException {
    for (int i = 0; i < count; i++) {
      int link = headers.getInt(i * size + 0x28);
      if (headers.getInt(i * size + 4) == type && link > 0 && link < count) {
        Optional<ByteBuffer> content = content(i * size);
        Optional<ByteBuffer> names = content(link * size);
        return content.isEmpty() || names.isEmpty()
            ? Optional.empty()
            : Optional.of(new Section(content.get(), names.get()));
      }
    }
    return Optional.empty();
  }

  private Optional<ByteBuffer> content(int at) throws IOException {
    long length = headers.getLong(at + 0x20);
    return length <= 0 || length > LARGEST_SECTION
        ? Optional.empty()
        : read(file, headers.getLong(at + 0x18), (int) length).map(b -> b.order(headers.order()));
  }

  private static Optional<ByteBuffer> read(SeekableByteChannel file, long at, int length)
      throws IOException {
    if (at < 0 || at + length > file.size()) {
      return Optional.empty();
    }
    ByteBuffer bytes = ByteBuffer.allocate(length);
    file.position(at);
    while (bytes.hasRemaining()) {
      if (file.read(bytes) < 0) {
        return Optional.empty();
      }
    }
    return Optional.of(bytes.flip());
  }
}
