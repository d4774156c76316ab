package dev.girdle.binary.elf;

import dev.girdle.binary.DamagedCodeException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** The tables of an ELF file that loaders read, as they stand in it. */
final class ElfTables {
  static final int HEADER = 64;
  static final int SECTION = 64;
  static final int DYNAMIC_SECTION = 6;
  static final int STRINGS_SECTION = 3;
  static final long NEEDED = 1;
  static final long STRINGS = 5;
  static final long STRINGS_SIZE = 10;
  static final long RPATH = 15;
  static final long RUNPATH = 29;
  private static final int MOST_SEGMENTS = 1024;
  private static final int MOST_ENTRIES = 65_536;
  private static final int LARGEST_STRINGS = 64 << 20;

  /** An entry of the dynamic table. */
  record Entry(long tag, long value) {}

  final long fileSize;
  final int machine;
  final long entry;
  final long segmentsAt;
  final long sectionsAt;
  final int sectionCount;
  final List<Segment> segments = new ArrayList<>();
  final List<Entry> dynamic = new ArrayList<>();
  final byte[] strings;
  final long stringsAddress;
  private final SeekableByteChannel file;

  private ElfTables(SeekableByteChannel file, ByteBuffer header) throws IOException {
    this.file = file;
    this.fileSize = file.size();
    this.machine = header.getShort(0x12) & 0xffff;
    this.entry = header.getLong(0x18);
    this.segmentsAt = header.getLong(0x20);
    this.sectionsAt = header.getLong(0x28);
    int size = header.getShort(0x36) & 0xffff;
    int count = header.getShort(0x38) & 0xffff;
    this.sectionCount =
        (header.getShort(0x3a) & 0xffff) == SECTION ? header.getShort(0x3c) & 0xffff : 0;
    if (count == 0 || count > MOST_SEGMENTS || size != Segment.SIZE) {
      throw new DamagedCodeException("its table of segments cannot be read");
    }
    ByteBuffer table = bytes(segmentsAt, (long) count * size);
    for (int i = 0; i < count; i++) {
      segments.add(Segment.read(table));
    }
    checkLoaded();
    readDynamic();
    Optional<Entry> at = dynamic.stream().filter(e -> e.tag == STRINGS).findFirst();
    this.stringsAddress = at.map(Entry::value).orElse(0L);
    this.strings = at.isPresent() ? readStrings() : new byte[0];
  }

  /**
   * Reads them.
   *
   * @return empty if it is no file that can be changed: for 32 bits, with the highest byte first,
   *     no program or library, or one that no loader reads
   * @throws DamagedCodeException if it does not hold what it promises
   */
  static Optional<ElfTables> of(SeekableByteChannel file) throws IOException {
    if (file.size() < HEADER) {
      return Optional.empty();
    }
    ByteBuffer header = read(file, 0, HEADER);
    int type = header.getShort(0x10) & 0xffff;
    boolean isKnown =
        header.getInt(0) == 0x464c457f && header.getShort(4) == 0x102 && (type == 2 || type == 3);
    if (!isKnown) {
      return Optional.empty();
    }
    ElfTables tables = new ElfTables(file, header);
    return tables.dynamic.isEmpty() ? Optional.empty() : Optional.of(tables);
  }

  private void checkLoaded() throws DamagedCodeException {
    long end = 0;
    boolean isAny = false;
    for (Segment s : segments) {
      if (s.type() != Segment.LOAD) {
        continue;
      }
      boolean isWrong =
          s.offset() < 0
              || s.fileSize() < 0
              || s.memorySize() < s.fileSize()
              || s.offset() > fileSize - s.fileSize()
              || s.address() < 0
              || s.address() > Long.MAX_VALUE / 2 - s.memorySize();
      if (isWrong || isAny && s.address() < end) {
        throw new DamagedCodeException("its segments lie one over the other, or beyond its end");
      }
      isAny = true;
      end = s.address() + s.memorySize();
    }
    if (!isAny) {
      throw new DamagedCodeException("nothing of it is loaded");
    }
  }

  private void readDynamic() throws IOException {
    Optional<Segment> table = first(Segment.DYNAMIC);
    if (table.isEmpty()) {
      return;
    }
    long size = table.get().fileSize();
    if (size < 0 || size > 16L * MOST_ENTRIES) {
      throw new DamagedCodeException("its dynamic table is of no known size");
    }
    ByteBuffer bytes = bytes(table.get().offset(), size);
    while (bytes.remaining() >= 16) {
      Entry one = new Entry(bytes.getLong(), bytes.getLong());
      if (one.tag == 0) {
        return;
      }
      dynamic.add(one);
    }
    throw new DamagedCodeException("its dynamic table does not end");
  }

  private byte[] readStrings() throws IOException {
    long size =
        dynamic.stream()
            .filter(e -> e.tag == STRINGS_SIZE)
            .mapToLong(Entry::value)
            .findFirst()
            .orElse(-1);
    if (size < 1 || size > LARGEST_STRINGS) {
      throw new DamagedCodeException("its table of strings is of no known size");
    }
    return bytes(place(stringsAddress), size).array();
  }

  /** The first of a type. */
  Optional<Segment> first(int type) {
    return segments.stream().filter(s -> s.type() == type).findFirst();
  }

  /** Where in the file lies what is loaded to an address. */
  long place(long address) throws DamagedCodeException {
    for (Segment segment : segments) {
      if (segment.type() == Segment.LOAD && segment.holds(address)) {
        return segment.offset() + (address - segment.address());
      }
    }
    throw new DamagedCodeException("an address in it lies in no segment");
  }

  /** A text of the dynamic table. */
  String text(long at) throws DamagedCodeException {
    if (at < 0 || at >= strings.length) {
      throw new DamagedCodeException("a name in it lies beyond its table of strings");
    }
    int end = (int) at;
    while (end < strings.length && strings[end] != 0) {
      end++;
    }
    byte[] bytes = Arrays.copyOfRange(strings, (int) at, end);
    return new String(bytes, java.nio.charset.StandardCharsets.UTF_8);
  }

  /** The headers of all sections; empty if there are none, or they lie beyond the end. */
  ByteBuffer sections() throws IOException {
    long size = (long) sectionCount * SECTION;
    boolean isThere = size > 0 && sectionsAt >= HEADER && sectionsAt <= fileSize - size;
    return isThere ? bytes(sectionsAt, size) : ByteBuffer.allocate(0);
  }

  ByteBuffer bytes(long at, long length) throws IOException {
    return read(file, at, length);
  }

  private static ByteBuffer read(SeekableByteChannel file, long at, long length)
      throws IOException {
    if (at < 0 || length < 0 || length > Integer.MAX_VALUE - 8 || at > file.size() - length) {
      throw new DamagedCodeException("it ends before a part that it names");
    }
    ByteBuffer bytes = ByteBuffer.allocate((int) length).order(ByteOrder.LITTLE_ENDIAN);
    file.position(at);
    while (bytes.hasRemaining()) {
      if (file.read(bytes) < 0) {
        throw new DamagedCodeException("it ends before a part that it names");
      }
    }
    return bytes.flip();
  }
}
