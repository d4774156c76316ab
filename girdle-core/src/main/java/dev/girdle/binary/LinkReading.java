package dev.girdle.binary;

import java.io.IOException;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.util.List;

/** What came of reading a file for what it is linked with. */
public sealed interface LinkReading {
  /**
   * It was read.
   *
   * @param parts one for each processor; mostly one
   */
  record Read(List<LinkedCode> parts) implements LinkReading {
    /** Copies the list. */
    public Read {
      parts = List.copyOf(parts);
    }
  }

  /** It is not native code. */
  record NotCode() implements LinkReading {}

  /**
   * It is native code and cannot be read, since it is damaged or of a format that is not known
   * here; so nobody can tell what it needs.
   *
   * @param why for the user: "it ends before a part that it names"
   */
  record Unreadable(String why) implements LinkReading {}

  /** The magic numbers of AIX (XCOFF Object File Format, "File Header"). */
  int XCOFF_32 = 0x01df;

  /** The same for 64 bits. */
  int XCOFF_64 = 0x01f7;

  /**
   * Reads a file: ELF, PE or Mach-O, by what a loader of the system reads of it. So it makes no
   * difference whether it was stripped.
   *
   * @param file any file
   * @return what it is linked with, if that can be told
   * @throws IOException if the file cannot be read
   */
  static LinkReading of(SeekableByteChannel file) throws IOException {
    CodeBytes bytes = new CodeBytes(file, ByteOrder.BIG_ENDIAN);
    if (bytes.size() < 20) {
      return new NotCode();
    }
    try {
      int magic = bytes.i32(0);
      if (magic == ElfCode.MAGIC) {
        return new Read(List.of(ElfCode.read(bytes)));
      }
      if (magic >>> 16 == PeCode.MAGIC) {
        return PeSections.isOne(bytes) ? new Read(List.of(PeCode.read(bytes))) : new NotCode();
      }
      if (magic >>> 16 == XCOFF_32 || magic >>> 16 == XCOFF_64) {
        return new Unreadable("what code in the format XCOFF needs is not read");
      }
      return MachCode.isOne(bytes) ? new Read(MachCode.read(bytes)) : new NotCode();
    } catch (DamagedCodeException e) {
      return new Unreadable(e.getMessage());
    }
  }
}
