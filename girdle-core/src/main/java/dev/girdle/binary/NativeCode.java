package dev.girdle.binary;

import dev.girdle.io.Content;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * For which system and processors a file of native code is, as its header says.
 *
 * <p>Sources: ELF (System V ABI, "ELF Header"; {@code e_ident[EI_OSABI]}, {@code e_machine}),
 * PE/COFF (Microsoft PE Format, "COFF File Header", {@code Machine}), Mach-O ({@code
 * mach_header.cputype} and the fat header of {@code mach-o/fat.h}), XCOFF (magic numbers of AIX).
 * Android's and musl's libraries are ELF for Linux like any other and cannot be told apart by their
 * headers. Assemblies for .NET are PE files, and no native code if they hold none.
 *
 * @param system "linux", "windows", "macos", or another system's name
 * @param processors "x64", "arm64", "x86" and so on; one or more, several in a fat file
 */
public record NativeCode(String system, Set<String> processors) {
  /** How many bytes from the start of a file {@link #of} wants to see. */
  public static final int HEAD = 4096;

  private static final Set<String> ENDINGS =
      Set.of("so", "dll", "dylib", "jnilib", "exe", "bundle", "node", "a", "sl", "bin");

  private static final Map<Integer, String> ELF_MACHINES =
      Map.ofEntries(
          Map.entry(0x3e, "x64"),
          Map.entry(0xb7, "arm64"),
          Map.entry(0x03, "x86"),
          Map.entry(0x28, "arm"),
          Map.entry(0x08, "mips"),
          Map.entry(0x14, "ppc"),
          Map.entry(0x15, "ppc64"),
          Map.entry(0x16, "s390x"),
          Map.entry(0x02, "sparc"),
          Map.entry(0x2b, "sparcv9"),
          Map.entry(0xf3, "riscv"),
          Map.entry(0x102, "loongarch"));
  private static final Map<Integer, String> ELF_SYSTEMS =
      Map.of(2, "netbsd", 6, "solaris", 7, "aix", 9, "freebsd", 12, "openbsd");
  private static final Map<Integer, String> PE_MACHINES =
      Map.of(0x8664, "x64", 0xaa64, "arm64", 0x14c, "x86", 0x1c0, "arm", 0x1c4, "arm");
  private static final Map<Integer, String> MACH_PROCESSORS =
      Map.of(7, "x86", 0x1000007, "x64", 12, "arm", 0x100000c, "arm64", 18, "ppc");

  /** More would be a class file, which shares the magic number: there, the version stands here. */
  private static final int MOST_IN_FAT_FILE = 20;

  /**
   * Whether files of native code are called so, so that it is worth while to look into it.
   *
   * @param name a file name
   * @return true also for all names without an ending
   */
  public static boolean mayBeCalled(String name) {
    int dot = name.lastIndexOf('.');
    String ending = name.substring(dot + 1);
    boolean isNumbered =
        name.contains(".so.") && !ending.isEmpty() && Character.isDigit(ending.charAt(0));
    return dot < 0 || ENDINGS.contains(ending) || isNumbered;
  }

  /**
   * Reads the header of a file.
   *
   * @param content any file
   * @return empty if it is not native code
   * @throws IOException if it cannot be read
   */
  public static Optional<NativeCode> of(Content content) throws IOException {
    try (InputStream in = content.open()) {
      return of(in.readNBytes(HEAD));
    }
  }

  /**
   * Reads the header of a file.
   *
   * @param head the first {@link #HEAD} bytes, or all of a shorter file
   * @return empty if it is not native code
   */
  public static Optional<NativeCode> of(byte[] head) {
    if (head.length < 20) {
      return Optional.empty();
    }
    ByteBuffer big = ByteBuffer.wrap(head).order(ByteOrder.BIG_ENDIAN);
    ByteBuffer little = ByteBuffer.wrap(head).order(ByteOrder.LITTLE_ENDIAN);
    int magic = big.getInt(0);
    return switch (magic) {
      case 0x7f454c46 -> elf(head[5] == 2 ? big : little);
      case 0xfeedface, 0xfeedfacf -> mach(Set.of(big.getInt(4)));
      case 0xcefaedfe, 0xcffaedfe -> mach(Set.of(little.getInt(4)));
      case 0xcafebabe -> fat(big);
      default -> magic >>> 16 == 0x4d5a ? pe(little) : xcoff(magic >>> 16);
    };
  }

  private static Optional<NativeCode> elf(ByteBuffer header) {
    String system = ELF_SYSTEMS.getOrDefault(header.get(7) & 0xff, "linux");
    return one(system, ELF_MACHINES.get(header.getShort(18) & 0xffff));
  }

  private static Optional<NativeCode> pe(ByteBuffer header) {
    int at = AssemblyHead.place(header);
    return at > 0 && !AssemblyHead.isForAnySystem(header, at)
        ? one("windows", PE_MACHINES.get(header.getShort(at + 4) & 0xffff))
        : Optional.empty();
  }

  private static Optional<NativeCode> fat(ByteBuffer header) {
    int count = header.getInt(4);
    if (count < 1 || count > MOST_IN_FAT_FILE) {
      return Optional.empty();
    }
    Set<Integer> types = new TreeSet<>();
    for (int i = 0; i < count && 8 + i * 20 + 4 <= header.limit(); i++) {
      types.add(header.getInt(8 + i * 20));
    }
    return mach(types);
  }

  private static Optional<NativeCode> mach(Set<Integer> types) {
    Set<String> processors = new TreeSet<>();
    types.forEach(t -> processors.add(MACH_PROCESSORS.getOrDefault(t, "other")));
    return Optional.of(new NativeCode("macos", processors));
  }

  /** What Mach-O calls a processor by a number; empty if it is not known here. */
  static Optional<String> macProcessor(int type) {
    return Optional.ofNullable(MACH_PROCESSORS.get(type));
  }

  private static Optional<NativeCode> xcoff(int magic) {
    return switch (magic) {
      case 0x01df -> one("aix", "ppc");
      case 0x01f7 -> one("aix", "ppc64");
      default -> Optional.empty();
    };
  }

  private static Optional<NativeCode> one(String system, String processor) {
    return Optional.of(new NativeCode(system, Set.of(processor == null ? "other" : processor)));
  }

  /**
   * For what it is, in words.
   *
   * @return for example {@code linux-x64} or {@code macos-arm64+x64}
   */
  public String text() {
    return system + "-" + String.join("+", new TreeSet<>(processors));
  }
}
