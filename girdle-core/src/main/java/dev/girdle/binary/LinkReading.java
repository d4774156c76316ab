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
   * It looks like native code and cannot be read, so that nobody can tell what it needs.
   *
   * @param why for the user: "it ends before a part that it names"
   */
  record Damaged(String why) implements LinkReading {}

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
        return PeCode.isOne(bytes) ? new Read(List.of(PeCode.read(bytes))) : new NotCode();
      }
      return MachCode.isOne(bytes) ? new Read(MachCode.read(bytes)) : new NotCode();
    } catch (DamagedCodeException e) {
      return new Damaged(e.getMessage());
    }
  }
}
