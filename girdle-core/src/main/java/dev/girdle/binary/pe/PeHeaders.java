package dev.girdle.binary.pe;

import dev.girdle.binary.DamagedCodeException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;

/**
 * The headers of a program for Windows (PE Format: "File Headers", "Optional Header", "Section
 * Table"), each value at its place.
 */
final class PeHeaders {
  static final int RESOURCES = 2;
  static final int CERTIFICATES = 4;
  static final int SECTION_SIZE = 40;

  private static final int SIGNATURE = 0x4550;
  private static final int PE32 = 0x10b;
  private static final int PE32_PLUS = 0x20b;
  private static final int LARGEST_ALIGNMENT = 1 << 16;
  private static final int MOST_SECTIONS = 96;

  final ByteBuffer bytes;
  final int coff;
  final int optional;
  final boolean isLong;
  final int table;

  /**
   * A section.
   *
   * @param header where its header stands
   * @param address where it is loaded, from where the program is
   * @param size how many bytes it has there
   * @param offset where it starts in the file
   * @param length how many bytes it has in the file
   */
  record Section(int header, long address, long size, long offset, long length) {
    long end() {
      return length == 0 ? 0 : offset + length;
    }
  }

  private PeHeaders(ByteBuffer bytes) throws DamagedCodeException {
    this.bytes = bytes;
    require(bytes.limit() >= 0x40 && bytes.getShort(0) == 0x5a4d, "it is no program for Windows");
    long start = u32(0x3c);
    require(start + 24 + 2 <= bytes.limit(), "its header lies behind its end");
    require(bytes.getInt((int) start) == SIGNATURE, "it is no program for Windows");
    coff = (int) start + 4;
    optional = coff + 20;
    int magic = u16(optional);
    require(magic == PE32 || magic == PE32_PLUS, "its header is of no known kind");
    isLong = magic == PE32_PLUS;
    table = optional + u16(coff + 16);
    require(directory(0) + 8L * directories() <= table, "its header is too short");
    require(
        sectionCount() > 0 && sectionCount() <= MOST_SECTIONS, "its number of sections is wrong");
    require(table + (long) sectionCount() * SECTION_SIZE <= bytes.limit(), "it ends too early");
    for (int at : new int[] {optional + 32, optional + 36}) {
      require(
          Long.bitCount(u32(at)) == 1 && u32(at) <= LARGEST_ALIGNMENT, "its alignment is wrong");
    }
    for (Section section : sections()) {
      require(section.end() <= bytes.limit(), "a section of it lies behind its end");
    }
  }

  static PeHeaders of(byte[] program) throws DamagedCodeException {
    try {
      return new PeHeaders(ByteBuffer.wrap(program).order(ByteOrder.LITTLE_ENDIAN));
    } catch (IndexOutOfBoundsException e) {
      throw new DamagedCodeException("it ends within its header");
    }
  }

  private static void require(boolean isRight, String what) throws DamagedCodeException {
    if (!isRight) {
      throw new DamagedCodeException(what);
    }
  }

  int u16(int at) {
    return bytes.getShort(at) & 0xffff;
  }

  long u32(int at) {
    return bytes.getInt(at) & 0xffffffffL;
  }

  int sectionCount() {
    return u16(coff + 2);
  }

  long sectionAlignment() {
    return u32(optional + 32);
  }

  long fileAlignment() {
    return u32(optional + 36);
  }

  int imageSize() {
    return optional + 56;
  }

  int headerSize() {
    return optional + 60;
  }

  int checksum() {
    return optional + 64;
  }

  int subsystem() {
    return optional + 68;
  }

  int directories() {
    return (int) Math.min(16, u32(optional + (isLong ? 108 : 92)));
  }

  /** Where the address of a data directory stands, with its size behind it. */
  int directory(int number) {
    return optional + (isLong ? 112 : 96) + 8 * number;
  }

  List<Section> sections() {
    List<Section> sections = new ArrayList<>();
    for (int i = 0; i < sectionCount(); i++) {
      int at = table + i * SECTION_SIZE;
      sections.add(new Section(at, u32(at + 12), u32(at + 8), u32(at + 20), u32(at + 16)));
    }
    return sections;
  }
}
