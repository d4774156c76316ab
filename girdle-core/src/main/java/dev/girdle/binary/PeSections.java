package dev.girdle.binary;

import java.io.IOException;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;

/**
 * The headers of a program or library for Windows, and where in the file lies what is loaded to an
 * address (Microsoft PE Format, "Optional Header", "Section Table").
 */
public final class PeSections {
  private static final int SIGNATURE = 0x4550;
  private static final int PE32 = 0x10b;
  private static final int PE32_PLUS = 0x20b;

  private final CodeBytes bytes;
  private final long optional;
  private final long directories;
  private final List<Section> sections = new ArrayList<>();

  private record Section(long address, long size, long offset, long length) {}

  /**
   * Reads the headers.
   *
   * @param file a file for which {@link #isOne} is true
   * @throws DamagedCodeException if they are of no known kind
   * @throws IOException if the file cannot be read
   */
  public PeSections(CodeBytes file) throws IOException {
    this.bytes = file.in(ByteOrder.LITTLE_ENDIAN);
    long header = bytes.u32(0x3c) + 4;
    int count = bytes.u16(header + 2);
    int optionalSize = bytes.u16(header + 16);
    this.optional = header + 20;
    int magic = bytes.u16(optional);
    if (magic != PE32 && magic != PE32_PLUS) {
      throw new DamagedCodeException("its header is of no known kind");
    }
    for (int i = 0; i < count; i++) {
      long at = optional + optionalSize + 40L * i;
      sections.add(
          new Section(
              bytes.u32(at + 12), bytes.u32(at + 8), bytes.u32(at + 20), bytes.u32(at + 16)));
    }
    this.directories = optional + (magic == PE32 ? 96 : 112);
  }

  /**
   * Tells programs for Windows from those for DOS, which begin like them.
   *
   * @param file any file
   * @return whether its header says that it is one
   * @throws IOException if it cannot be read
   */
  public static boolean isOne(CodeBytes file) throws IOException {
    CodeBytes bytes = file.in(ByteOrder.LITTLE_ENDIAN);
    if (bytes.size() < 0x40 || bytes.u16(0) != PeCode.MAGIC_LITTLE) {
      return false;
    }
    long at = bytes.u32(0x3c);
    return at + 24 <= bytes.size() && bytes.i32(at) == SIGNATURE;
  }

  /**
   * The bytes, in their order.
   *
   * @return of the whole file
   */
  public CodeBytes bytes() {
    return bytes;
  }

  /**
   * A number of the header.
   *
   * @param offset from the start of the optional header, where both kinds have the same
   * @return 16 bits
   * @throws IOException if it cannot be read
   */
  public int header(int offset) throws IOException {
    return bytes.u16(optional + offset);
  }

  /**
   * One of the tables that the header names.
   *
   * @param number which
   * @return its address; 0 if there is none
   * @throws IOException if it cannot be read
   */
  public long directory(int number) throws IOException {
    return number < bytes.u32(directories - 4) ? bytes.u32(directories + 8L * number) : 0;
  }

  /**
   * The size of one of these tables.
   *
   * @param number which
   * @return in bytes; 0 if there is none
   * @throws IOException if it cannot be read
   */
  public long directorySize(int number) throws IOException {
    return number < bytes.u32(directories - 4) ? bytes.u32(directories + 8L * number + 4) : 0;
  }

  /**
   * Where in the file lies what is loaded to an address.
   *
   * @param address counted from where the file is loaded
   * @return offset in the file
   * @throws DamagedCodeException if it lies in no section
   */
  public long place(long address) throws DamagedCodeException {
    for (Section section : sections) {
      if (address >= section.address
          && address - section.address < Math.max(section.size, section.length)) {
        return section.offset + (address - section.address);
      }
    }
    throw new DamagedCodeException("an address in it lies in no section");
  }
}
