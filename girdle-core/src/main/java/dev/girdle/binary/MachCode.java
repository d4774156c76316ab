package dev.girdle.binary;

import dev.girdle.binary.LinkedCode.Needed;
import dev.girdle.binary.LinkedCode.When;
import java.io.IOException;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What code for macOS is linked with: the load commands of a Mach-O file, or of each of those in a
 * universal one (Apple, {@code mach-o/loader.h} and {@code mach-o/fat.h}).
 */
final class MachCode {
  private static final int THIN = 0xfeedface;
  private static final int THIN_WIDE = 0xfeedfacf;
  private static final int UNIVERSAL = 0xcafebabe;
  private static final int UNIVERSAL_WIDE = 0xcafebabf;
  private static final int MOST_PARTS = 20;
  private static final int MOST_COMMANDS = 65_536;

  /** Marks commands that the loader has to know. */
  private static final int REQUIRED = 0x80000000;

  private static final int LOAD = 0xc;
  private static final int OWN_NAME = 0xd;
  private static final int LOADER = 0xe;
  private static final int LOAD_LATER = 0x20;
  private static final int LOAD_WEAK = 0x18 | REQUIRED;
  private static final int LOAD_AND_PASS_ON = 0x1f | REQUIRED;
  private static final int LOAD_UPWARD = 0x23 | REQUIRED;
  private static final int LEAST_MACOS = 0x24;
  private static final int BUILT_FOR = 0x32;
  private static final int RPATH = 0x1c | REQUIRED;

  private MachCode() {}

  /** Class files begin like universal code; there, the version stands where parts are counted. */
  static boolean isOne(CodeBytes bytes) throws IOException {
    int magic = bytes.i32(0);
    if (magic == UNIVERSAL || magic == UNIVERSAL_WIDE) {
      int count = bytes.i32(4);
      return count > 0 && count <= MOST_PARTS;
    }
    int swapped = Integer.reverseBytes(magic);
    return magic == THIN || magic == THIN_WIDE || swapped == THIN || swapped == THIN_WIDE;
  }

  static List<LinkedCode> read(CodeBytes bytes) throws IOException {
    int magic = bytes.i32(0);
    if (magic != UNIVERSAL && magic != UNIVERSAL_WIDE) {
      return List.of(thin(bytes));
    }
    boolean wide = magic == UNIVERSAL_WIDE;
    List<LinkedCode> parts = new ArrayList<>();
    for (int i = 0; i < bytes.i32(4); i++) {
      long at = 8 + (long) i * (wide ? 32 : 20);
      long offset = wide ? bytes.i64(at + 8) : bytes.u32(at + 8);
      long size = wide ? bytes.i64(at + 16) : bytes.u32(at + 12);
      parts.add(thin(bytes.part(offset, size)));
    }
    return parts;
  }

  private static LinkedCode thin(CodeBytes file) throws IOException {
    int magic = file.i32(0);
    boolean isBig = magic == THIN || magic == THIN_WIDE;
    CodeBytes bytes = file.in(isBig ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN);
    int inOrder = bytes.i32(0);
    if (inOrder != THIN && inOrder != THIN_WIDE) {
      throw new DamagedCodeException("a part of it is no code");
    }
    int count = bytes.i32(16);
    if (count < 0 || count > MOST_COMMANDS) {
      throw new DamagedCodeException("its commands cannot be counted");
    }
    List<Needed> needed = new ArrayList<>();
    List<String> rpath = new ArrayList<>();
    String ownName = null;
    String loader = null;
    Optional<String> least = Optional.empty();
    long at = inOrder == THIN_WIDE ? 32 : 28;
    for (int i = 0; i < count; i++) {
      int command = bytes.i32(at);
      long size = bytes.u32(at + 4);
      if (size < 8) {
        throw new DamagedCodeException("a command of it has no size");
      }
      switch (command) {
        case LOAD, LOAD_AND_PASS_ON, LOAD_UPWARD ->
            needed.add(new Needed(text(bytes, at), When.AT_START));
        case LOAD_WEAK -> needed.add(new Needed(text(bytes, at), When.IF_THERE));
        case LOAD_LATER -> needed.add(new Needed(text(bytes, at), When.ONCE_CALLED));
        case RPATH -> rpath.add(text(bytes, at));
        case OWN_NAME -> ownName = text(bytes, at);
        case LOADER -> loader = text(bytes, at);
        case LEAST_MACOS -> least = Optional.of(release(bytes.u32(at + 8)));
        case BUILT_FOR -> least = Optional.of(release(bytes.u32(at + 12)));
        default -> {
          // says nothing of what it is linked with
        }
      }
      at += size;
    }
    return new LinkedCode(
        Optional.ofNullable(ownName),
        needed,
        rpath,
        List.of(),
        Optional.ofNullable(loader),
        Map.of(),
        Set.of(),
        Optional.empty(),
        least);
  }

  private static String release(long number) {
    return (number >> 16) + "." + (number >> 8 & 0xff);
  }

  /** The first text of a command, whose place counts from the command's own. */
  private static String text(CodeBytes bytes, long command) throws IOException {
    return bytes.text(command + bytes.u32(command + 8));
  }
}
