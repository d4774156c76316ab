package dev.girdle.binary;

import dev.girdle.binary.LinkedCode.Needed;
import dev.girdle.binary.LinkedCode.Subsystem;
import dev.girdle.binary.LinkedCode.When;
import java.io.IOException;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a Windows program or library is linked with (Microsoft PE Format: "Optional Header", "The
 * .idata Section", "Delay-Load Import Tables").
 */
final class PeCode {
  static final int MAGIC = 0x4d5a;

  private static final int SIGNATURE = 0x4550;
  private static final int PE32 = 0x10b;
  private static final int PE32_PLUS = 0x20b;
  private static final int IMPORTS = 1;
  private static final int DELAYED = 13;
  private static final int MOST = 4096;

  private final CodeBytes bytes;
  private final List<Section> sections = new ArrayList<>();

  private record Section(long address, long size, long offset, long length) {}

  private PeCode(CodeBytes bytes) {
    this.bytes = bytes;
  }

  /** Programs for DOS begin like those for Windows. */
  static boolean isOne(CodeBytes file) throws IOException {
    CodeBytes bytes = file.in(ByteOrder.LITTLE_ENDIAN);
    if (bytes.size() < 0x40) {
      return false;
    }
    long at = bytes.u32(0x3c);
    return at + 24 <= bytes.size() && bytes.i32(at) == SIGNATURE;
  }

  static LinkedCode read(CodeBytes file) throws IOException {
    PeCode pe = new PeCode(file.in(ByteOrder.LITTLE_ENDIAN));
    return pe.linked();
  }

  private LinkedCode linked() throws IOException {
    long header = bytes.u32(0x3c) + 4;
    int count = bytes.u16(header + 2);
    int optionalSize = bytes.u16(header + 16);
    long optional = header + 20;
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
    long directories = optional + (magic == PE32 ? 96 : 112);
    long known = bytes.u32(directories - 4);
    List<Needed> needed = new ArrayList<>();
    if (known > IMPORTS) {
      read(bytes.u32(directories + 8L * IMPORTS), 20, 12, When.AT_START, needed);
    }
    if (known > DELAYED) {
      read(bytes.u32(directories + 8L * DELAYED), 32, 4, When.ONCE_CALLED, needed);
    }
    return new LinkedCode(
        Optional.empty(),
        needed,
        List.of(),
        List.of(),
        Optional.empty(),
        Map.of(),
        Set.of(),
        Optional.of(subsystem(bytes.u16(optional + 68))));
  }

  private static Subsystem subsystem(int number) {
    return switch (number) {
      case 2 -> Subsystem.WINDOWS;
      case 3 -> Subsystem.CONSOLE;
      default -> Subsystem.OTHER;
    };
  }

  /** A table of libraries, of which the last entry is empty. */
  private void read(long table, int size, int nameAt, When when, List<Needed> needed)
      throws IOException {
    if (table == 0) {
      return;
    }
    long at = place(table);
    for (int i = 0; i < MOST; i++) {
      long name = bytes.u32(at + (long) i * size + nameAt);
      if (name == 0) {
        return;
      }
      needed.add(new Needed(bytes.text(place(name)), when));
    }
    throw new DamagedCodeException("its table of libraries does not end");
  }

  /** Where in the file lies what is loaded to an address, counted from where it is loaded. */
  private long place(long address) throws DamagedCodeException {
    for (Section section : sections) {
      if (address >= section.address
          && address - section.address < Math.max(section.size, section.length)) {
        return section.offset + (address - section.address);
      }
    }
    throw new DamagedCodeException("an address in it lies in no section");
  }
}
