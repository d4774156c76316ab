package dev.girdle.binary;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import dev.girdle.binary.LinkedCode.Needed;
import dev.girdle.binary.LinkedCode.Subsystem;
import dev.girdle.binary.LinkedCode.When;
import dev.girdle.testing.TinyElf;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LinkReadingTest {
  private static final Path JAVA = Path.of(System.getProperty("java.home"));

  @TempDir Path dir;

  private LinkReading read(byte[] bytes) throws IOException {
    return read(Files.write(dir.resolve("code"), bytes));
  }

  private static LinkReading read(Path file) throws IOException {
    try (SeekableByteChannel channel = Files.newByteChannel(file)) {
      return LinkReading.of(channel);
    }
  }

  private static LinkedCode only(LinkReading reading) {
    assertThat(reading).isInstanceOf(LinkReading.Read.class);
    assertThat(((LinkReading.Read) reading).parts()).hasSize(1);
    return ((LinkReading.Read) reading).parts().get(0);
  }

  private static Needed atStart(String name) {
    return new Needed(name, When.AT_START);
  }

  @Test
  @EnabledOnOs(OS.LINUX)
  void aRealProgramAndARealLibrary() throws IOException {
    LinkedCode program = only(read(JAVA.resolve("bin/java")));
    assertThat(program.interpreter().orElseThrow()).contains("/ld-linux");
    assertThat(program.needed()).contains(atStart("libjli.so"), atStart("libc.so.6"));
    LinkedCode library = only(read(JAVA.resolve("lib/libzip.so")));
    assertThat(library.ownName()).contains("libzip.so");
    assertThat(library.interpreter()).isEmpty();
    assertThat(library.needed()).contains(atStart("libjava.so"), atStart("libjvm.so"));
    assertThat(library.rpath().isEmpty() ? library.runpath() : library.rpath()).contains("$ORIGIN");
    assertThat(library.versions().get("libc.so.6")).contains("GLIBC_2.14");
  }

  /** Loaders do not look at sections, and code may be stripped of them. */
  @Test
  @EnabledOnOs(OS.LINUX)
  void aLibraryWithoutSectionsSaysTheSame() throws IOException {
    byte[] bytes = Files.readAllBytes(JAVA.resolve("lib/libzip.so"));
    LinkReading whole = read(bytes);
    ByteBuffer header = ByteBuffer.wrap(bytes).order(ByteOrder.nativeOrder());
    header.putLong(0x28, 0).putShort(0x3c, (short) 0).putShort(0x3e, (short) 0);
    assertThat(read(bytes)).isEqualTo(whole).isInstanceOf(LinkReading.Read.class);
  }

  @ParameterizedTest
  @CsvSource({"true, true", "true, false", "false, true", "false, false"})
  void bothWidthsAndBothByteOrders(boolean wide, boolean big) throws IOException {
    ByteOrder order = big ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN;
    byte[] bytes =
        TinyElf.of(wide, order)
            .with(1, "libtide.so.2")
            .with(1, "libc.so.6")
            .with(14, "libmoon.so.1")
            .with(15, "/opt/old")
            .with(29, "$ORIGIN/../lib:$ORIGIN")
            .interpretedBy("/lib/ld.so.1")
            .version("libc.so.6", "GLIBC_2.4", "GLIBC_2.17")
            .version("libtide.so.2", "TIDE_2")
            .bytes();
    assertThat(only(read(bytes)))
        .isEqualTo(
            new LinkedCode(
                Optional.of("libmoon.so.1"),
                List.of(atStart("libtide.so.2"), atStart("libc.so.6")),
                List.of("/opt/old"),
                List.of("$ORIGIN/../lib", "$ORIGIN"),
                Optional.of("/lib/ld.so.1"),
                Map.of(
                    "libc.so.6",
                    Set.of("GLIBC_2.4", "GLIBC_2.17"),
                    "libtide.so.2",
                    Set.of("TIDE_2")),
                Set.of(),
                Optional.empty(),
                Optional.empty()));
  }

  /** A library that needs nothing is another thing than one that cannot be read. */
  @Test
  void nothingNeededAndNotReadableAreDifferent() throws IOException {
    byte[] bytes = TinyElf.x64().with(14, "libalone.so").bytes();
    assertThat(only(read(bytes)).needed()).isEmpty();
    assertThat(read(java.util.Arrays.copyOf(bytes, 100)))
        .isEqualTo(new LinkReading.Unreadable("it ends before a part that it names"));
    assertThat(read("some text that is no code at all".getBytes(StandardCharsets.UTF_8)))
        .isEqualTo(new LinkReading.NotCode());
    assertThat(read(new byte[0])).isEqualTo(new LinkReading.NotCode());
  }

  @Test
  void aClassFileIsNoUniversalCode() throws IOException {
    try (var in = LinkReadingTest.class.getResourceAsStream("LinkReadingTest.class")) {
      assertThat(read(in.readAllBytes())).isEqualTo(new LinkReading.NotCode());
    }
  }

  @Test
  void damagedCodeIsNeverMoreThanDamaged() throws IOException {
    byte[] whole = TinyElf.x64().with(1, "liba.so").version("liba.so", "A", "B").bytes();
    Random random = new Random(20261127);
    for (int i = 0; i < 3000; i++) {
      byte[] bytes = whole.clone();
      for (int k = 1 + random.nextInt(4); k > 0; k--) {
        bytes[4 + random.nextInt(bytes.length - 4)] = (byte) random.nextInt();
      }
      assertThat(read(bytes)).isInstanceOfAny(LinkReading.Read.class, LinkReading.Unreadable.class);
    }
  }

  @Test
  void aWindowsProgramThatIsBuiltHere() throws Exception {
    Path compiler = Path.of("/usr/bin/x86_64-w64-mingw32-gcc");
    assumeTrue(Files.isExecutable(compiler), "no compiler for Windows here");
    Path source = Files.writeString(dir.resolve("p.c"), "int main(void){return 0;}");
    for (String kind : List.of("console", "windows")) {
      Path program = dir.resolve(kind + ".exe");
      assertThat(
              new ProcessBuilder(
                      compiler.toString(), "-m" + kind, source.toString(), "-o", program.toString())
                  .inheritIO()
                  .start()
                  .waitFor())
          .isZero();
      LinkedCode read = only(read(program));
      assertThat(read.needed()).extracting(Needed::name).contains("KERNEL32.dll");
      assertThat(read.subsystem())
          .contains(kind.equals("console") ? Subsystem.CONSOLE : Subsystem.WINDOWS);
    }
  }

  /** Functions that a library only hands on need the library that has them. */
  @Test
  void aWindowsLibraryThatHandsOnItsFunctions() throws Exception {
    Path compiler = Path.of("/usr/bin/x86_64-w64-mingw32-gcc");
    assumeTrue(Files.isExecutable(compiler), "no compiler for Windows here");
    Path source = Files.writeString(dir.resolve("hoist.c"), "int hoist(void){return 1;}");
    Path exports =
        Files.writeString(dir.resolve("hoist.def"), "EXPORTS\n hoist\n lower=WINCH.lower\n");
    Path library = dir.resolve("hoist.dll");
    assertThat(
            new ProcessBuilder(
                    compiler.toString(),
                    "-shared",
                    "-Wl,--major-subsystem-version,6,--minor-subsystem-version,1",
                    source.toString(),
                    exports.toString(),
                    "-o",
                    library.toString())
                .inheritIO()
                .start()
                .waitFor())
        .isZero();
    LinkedCode read = only(read(library));
    assertThat(read.needed())
        .contains(new Needed("WINCH.dll", LinkedCode.When.ONCE_CALLED))
        .extracting(Needed::name)
        .doesNotContain("hoist.dll");
    assertThat(read.leastRelease()).contains("6.1");
  }

  /** Both kinds of import tables of a library of 32 bits, laid out by hand. */
  @Test
  void importsOfWindowsAtTheStartAndLater() throws IOException {
    ByteBuffer out = ByteBuffer.allocate(0x600).order(ByteOrder.LITTLE_ENDIAN);
    out.put(0, (byte) 'M').put(1, (byte) 'Z').putInt(0x3c, 0x80).putInt(0x80, 0x4550);
    int header = 0x84;
    out.putShort(header, (short) 0x14c).putShort(header + 2, (short) 1);
    out.putShort(header + 16, (short) 0xe0);
    int optional = header + 20;
    out.putShort(optional, (short) 0x10b).putShort(optional + 68, (short) 9);
    out.putInt(optional + 92, 16);
    out.putInt(optional + 96 + 8, 0x1000).putInt(optional + 96 + 8 * 13, 0x1100);
    int section = optional + 0xe0;
    out.putInt(section + 8, 0x400).putInt(section + 12, 0x1000);
    out.putInt(section + 16, 0x400).putInt(section + 20, 0x200);
    out.putInt(0x200 + 12, 0x1200); // first import; the one behind it is empty
    out.putInt(0x300, 1).putInt(0x300 + 4, 0x1220); // first delayed import
    out.position(0x400).put("tide.dll\0".getBytes(StandardCharsets.UTF_8));
    out.position(0x420).put("moon.dll\0".getBytes(StandardCharsets.UTF_8));
    LinkedCode read = only(read(out.array()));
    assertThat(read.needed())
        .containsExactly(atStart("tide.dll"), new Needed("moon.dll", When.ONCE_CALLED));
    assertThat(read.subsystem()).contains(Subsystem.OTHER);
    out.putInt(0x200 + 12, 0x9000);
    assertThat(read(out.array()))
        .isEqualTo(new LinkReading.Unreadable("an address in it lies in no section"));
  }

  private static ByteBuffer macho(ByteOrder order, boolean wide) {
    ByteBuffer out = ByteBuffer.allocate(512).order(order);
    out.putInt(wide ? 0xfeedfacf : 0xfeedface).putInt(0x1000007).putInt(3).putInt(6);
    int countAt = out.position();
    out.putInt(0).putInt(0).putInt(0);
    if (wide) {
      out.putInt(0);
    }
    int[][] commands = {
      {0xd, 24}, {0xc, 24}, {0x80000018, 24}, {0x8000001f, 24}, {0x20, 24}, {0x8000001c, 12}, {2, 0}
    };
    String[] texts = {
      "@rpath/libmoon.dylib",
      "@rpath/libtide.dylib",
      "/usr/lib/libweak.dylib",
      "@loader_path/libpassed.dylib",
      "@executable_path/liblater.dylib",
      "@loader_path/../lib"
    };
    for (int i = 0; i < commands.length; i++) {
      int size = i < texts.length ? commands[i][1] + texts[i].length() + 1 : 24;
      size = size + 7 & ~7;
      int at = out.position();
      out.putInt(commands[i][0]).putInt(size);
      if (i < texts.length) {
        out.putInt(commands[i][1]);
        out.position(at + commands[i][1]).put(texts[i].getBytes(StandardCharsets.UTF_8));
      }
      out.position(at + size);
    }
    out.putInt(countAt, commands.length);
    return out;
  }

  private static final List<Needed> OF_MAC =
      List.of(
          atStart("@rpath/libtide.dylib"),
          new Needed("/usr/lib/libweak.dylib", When.IF_THERE),
          atStart("@loader_path/libpassed.dylib"),
          new Needed("@executable_path/liblater.dylib", When.ONCE_CALLED));

  @ParameterizedTest
  @CsvSource({"true, true", "true, false", "false, true", "false, false"})
  void thinCodeOfMacos(boolean wide, boolean big) throws IOException {
    ByteOrder order = big ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN;
    LinkedCode read = only(read(macho(order, wide).array()));
    assertThat(read.ownName()).contains("@rpath/libmoon.dylib");
    assertThat(read.needed()).isEqualTo(OF_MAC);
    assertThat(read.rpath()).containsExactly("@loader_path/../lib");
  }

  @Test
  void universalCodeOfMacosHasSeveralParts() throws IOException {
    byte[] one = macho(ByteOrder.LITTLE_ENDIAN, true).array();
    byte[] two = macho(ByteOrder.LITTLE_ENDIAN, false).array();
    ByteBuffer fat = ByteBuffer.allocate(4096 + 1024);
    fat.putInt(0xcafebabe).putInt(2);
    fat.putInt(0x1000007).putInt(3).putInt(4096).putInt(one.length).putInt(12);
    fat.putInt(7).putInt(3).putInt(4096 + 512).putInt(two.length).putInt(12);
    fat.position(4096).put(one).put(two);
    LinkReading read = read(fat.array());
    assertThat(((LinkReading.Read) read).parts())
        .hasSize(2)
        .allSatisfy(p -> assertThat(p.needed()).isEqualTo(OF_MAC));
    fat.putInt(8 + 8, 1 << 20);
    assertThat(read(fat.array()))
        .isEqualTo(new LinkReading.Unreadable("a part of it lies beyond its end"));
  }
}
