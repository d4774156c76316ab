package dev.girdle.binary;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/**
 * What a file of native code is to a system (ELF: {@code e_type}; PE: {@code Characteristics};
 * Mach-O: {@code filetype}).
 */
public enum CodeKind {
  /** It can be started. */
  PROGRAM,
  /** Programs load it. */
  LIBRARY,
  /** Something that linkers make programs of, or what is left of one that failed. */
  OTHER;

  private static final int INTERPRETER = 3;
  private static final int PE_LIBRARY = 0x2000;
  private static final int PE_PROGRAM = 0x0002;

  /**
   * Reads the header of native code.
   *
   * @param head the first {@link NativeCode#HEAD} bytes of a file that {@link NativeCode} knows, or
   *     all of a shorter file
   * @return what it is; of ELF files that have no fixed address, a program is what names a loader
   */
  public static CodeKind of(byte[] head) {
    ByteBuffer big = ByteBuffer.wrap(head).order(ByteOrder.BIG_ENDIAN);
    ByteBuffer little = ByteBuffer.wrap(head).order(ByteOrder.LITTLE_ENDIAN);
    return switch (big.getInt(0)) {
      case ElfCode.MAGIC -> elf(head[5] == 2 ? big : little, head[4] == 2);
      case 0xfeedface, 0xfeedfacf -> mach(big.getInt(12));
      case 0xcefaedfe, 0xcffaedfe -> mach(little.getInt(12));
      case 0xcafebabe -> fat(big);
      default -> pe(little);
    };
  }

  private static CodeKind elf(ByteBuffer header, boolean wide) {
    int type = header.getShort(16) & 0xffff;
    if (type == 2) {
      return PROGRAM;
    }
    if (type != 3) {
      return OTHER;
    }
    long start = wide ? header.getLong(0x20) : header.getInt(0x1c) & 0xffffffffL;
    int size = header.getShort(wide ? 0x36 : 0x2a) & 0xffff;
    int count = header.getShort(wide ? 0x38 : 0x2c) & 0xffff;
    for (int i = 0; i < count; i++) {
      long at = start + (long) i * size;
      if (at < 0 || at > header.limit() - 4) {
        return LIBRARY;
      }
      if (header.getInt((int) at) == INTERPRETER) {
        return PROGRAM;
      }
    }
    return LIBRARY;
  }

  private static CodeKind pe(ByteBuffer header) {
    int at = header.limit() < 0x40 ? -1 : header.getInt(0x3c);
    if (at < 0 || at > header.limit() - 24) {
      return OTHER;
    }
    int flags = header.getShort(at + 22);
    return (flags & PE_LIBRARY) != 0 ? LIBRARY : (flags & PE_PROGRAM) != 0 ? PROGRAM : OTHER;
  }

  private static CodeKind mach(int type) {
    return type == 2 ? PROGRAM : type == 6 || type == 8 || type == 9 ? LIBRARY : OTHER;
  }

  /** Its parts lie behind what was read of it; names tell the rest. */
  private static CodeKind fat(ByteBuffer header) {
    if (header.limit() < 28) {
      return OTHER;
    }
    long at = header.getInt(16) & 0xffffffffL;
    if (at > header.limit() - 16) {
      return PROGRAM;
    }
    return mach(header.order(ByteOrder.LITTLE_ENDIAN).getInt((int) at + 12));
  }
}
