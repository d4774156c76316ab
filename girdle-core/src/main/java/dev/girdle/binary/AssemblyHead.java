package dev.girdle.binary;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/**
 * What the head of a PE file says of whether it is an assembly for .NET (ECMA-335, II.25.2.3.3 and
 * II.25.3.3).
 */
public final class AssemblyHead {
  private static final int CLI_HEADER = 14;
  private static final int IMPORTS = 1;
  private static final int ONLY_IL = 1;
  private static final int X86 = 0x14c;

  private AssemblyHead() {}

  /**
   * Whether a file is an assembly that runs wherever there is a runtime for it.
   *
   * @param head the first {@link NativeCode#HEAD} bytes of a file, or all of a shorter one
   * @return true if so
   */
  public static boolean isForAnySystem(byte[] head) {
    ByteBuffer header = ByteBuffer.wrap(head).order(ByteOrder.LITTLE_ENDIAN);
    int at = head.length < 2 || header.getShort(0) != PeCode.MAGIC_LITTLE ? 0 : place(header);
    return at > 0 && isForAnySystem(header, at);
  }

  /** Where the header of a PE file begins that a program for DOS goes before; 0 if none does. */
  static int place(ByteBuffer header) {
    int at = header.limit() < 0x40 ? 0 : header.getInt(0x3c);
    return at > 0 && at < header.limit() - 6 && header.getInt(at) == 0x4550 ? at : 0;
  }

  static boolean isForAnySystem(ByteBuffer header, int at) {
    int optional = at + 24;
    if (optional + 2 > header.limit()) {
      return false;
    }
    int directories = optional + (header.getShort(optional) == 0x10b ? 96 : 112);
    int own = directories + 8 * CLI_HEADER;
    if (own + 8 > header.limit()
        || header.getInt(directories - 4) <= CLI_HEADER
        || header.getInt(own) == 0) {
      return false;
    }
    int place = place(header, at, header.getInt(own));
    if (place >= 0 && place + 20 <= header.limit()) {
      boolean isOnlyIl = (header.getInt(place + 16) & ONLY_IL) != 0;
      boolean hasReadyCode = place + 72 <= header.limit() && header.getInt(place + 64) != 0;
      return isOnlyIl || hasReadyCode;
    }
    // too far behind to be seen; compilers of mixed code link it with libraries
    int machine = header.getShort(at + 4) & 0xffff;
    return machine == X86 || header.getInt(directories + 8 * IMPORTS) == 0;
  }

  /** Where in the file an address lies; below zero if no section that is seen has it. */
  private static int place(ByteBuffer header, int at, int address) {
    int sections = header.getShort(at + 6) & 0xffff;
    int table = at + 24 + (header.getShort(at + 20) & 0xffff);
    for (int i = 0; i < sections && table + 40 * i + 40 <= header.limit(); i++) {
      int one = table + 40 * i;
      int start = header.getInt(one + 12);
      if (address >= start && address - start < header.getInt(one + 16)) {
        return header.getInt(one + 20) + address - start;
      }
    }
    return -1;
  }
}
