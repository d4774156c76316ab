package dev.girdle.binary.elf;

import java.nio.ByteBuffer;

/**
 * An entry of the table of segments (System V ABI, "Program Header").
 *
 * @param type what it is
 * @param flags what is allowed with its memory
 * @param offset where it lies in the file
 * @param address where it is loaded to
 * @param physical not used by Linux
 * @param fileSize how many bytes of the file
 * @param memorySize how many bytes of memory
 * @param align what addresses and offsets are equal by
 */
record Segment(
    int type,
    int flags,
    long offset,
    long address,
    long physical,
    long fileSize,
    long memorySize,
    long align) {
  static final int SIZE = 56;
  static final int NULL = 0;
  static final int LOAD = 1;
  static final int DYNAMIC = 2;
  static final int INTERPRETER = 3;
  static final int NOTE = 4;
  static final int TABLE = 6;
  static final int PROPERTY = 0x6474e553;
  static final int EXECUTE = 1;
  static final int WRITE = 2;
  static final int READ = 4;

  static Segment read(ByteBuffer from) {
    return new Segment(
        from.getInt(),
        from.getInt(),
        from.getLong(),
        from.getLong(),
        from.getLong(),
        from.getLong(),
        from.getLong(),
        from.getLong());
  }

  void write(ByteBuffer to) {
    to.putInt(type).putInt(flags).putLong(offset).putLong(address).putLong(physical);
    to.putLong(fileSize).putLong(memorySize).putLong(align);
  }

  /** One that is loaded as it lies in the file. */
  static Segment loaded(int flags, long offset, long address, long size, long align) {
    return new Segment(LOAD, flags, offset, address, address, size, size, align);
  }

  /** The same type of segment, elsewhere. */
  Segment at(long newOffset, long newAddress, long size) {
    return new Segment(type, flags, newOffset, newAddress, newAddress, size, size, align);
  }

  boolean holds(long wanted) {
    return wanted >= address && wanted - address < fileSize;
  }

  boolean isSameRange(Segment other) {
    return offset == other.offset && fileSize == other.fileSize;
  }
}
