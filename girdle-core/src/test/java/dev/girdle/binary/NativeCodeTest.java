package dev.girdle.binary;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class NativeCodeTest {
  private static Optional<String> of(ByteBuffer head) {
    return NativeCode.of(head.array()).map(NativeCode::text);
  }

  private static ByteBuffer little(int size) {
    return ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
  }

  @Test
  void theVirtualMachinesOwnLibraryIsForThisMachine() throws IOException {
    Path library = Path.of(System.getProperty("java.home"), "lib", "server", "libjvm.so");
    org.junit.jupiter.api.Assumptions.assumeTrue(Files.exists(library));
    try (InputStream in = Files.newInputStream(library)) {
      NativeCode code = NativeCode.of(in.readNBytes(NativeCode.HEAD)).orElseThrow();
      assertThat(code.system()).isEqualTo("linux");
      String processor = System.getProperty("os.arch").equals("amd64") ? "x64" : "arm64";
      assertThat(code.processors()).containsExactly(processor);
    }
  }

  @Test
  void elfInBothByteOrdersAndOfOtherSystems() {
    ByteBuffer arm = little(64).putInt(0, 0x464c457f).put(5, (byte) 1).putShort(18, (short) 0xb7);
    assertThat(of(arm)).contains("linux-arm64");
    assertThat(of(arm.put(7, (byte) 9))).contains("freebsd-arm64");
    ByteBuffer big = ByteBuffer.allocate(64).putInt(0, 0x7f454c46).put(5, (byte) 2);
    assertThat(of(big.putShort(18, (short) 0x16))).contains("linux-s390x");
    assertThat(of(big.putShort(18, (short) 0x7777))).contains("linux-other");
  }

  @Test
  void windowsAndMacosWithFatFiles() {
    ByteBuffer pe = little(256).putShort(0, (short) 0x5a4d).putInt(0x3c, 0x80);
    pe.putInt(0x80, 0x4550).putShort(0x84, (short) 0xaa64);
    assertThat(of(pe)).contains("windows-arm64");
    assertThat(of(little(64).putShort(0, (short) 0x5a4d).putInt(0x3c, 99999))).isEmpty();
    assertThat(of(little(64).putInt(0, 0xfeedfacf).putInt(4, 0x100000c))).contains("macos-arm64");
    ByteBuffer fat = ByteBuffer.allocate(64).putInt(0, 0xcafebabe).putInt(4, 2);
    assertThat(of(fat.putInt(8, 0x1000007).putInt(28, 0x100000c))).contains("macos-arm64+x64");
  }

  @Test
  void aClassFileIsNone() {
    assertThat(of(ByteBuffer.allocate(64).putInt(0, 0xcafebabe).putInt(4, 61))).isEmpty();
    assertThat(NativeCode.of("some text, no code at all".getBytes())).isEmpty();
    assertThat(NativeCode.of(new byte[3])).isEmpty();
  }
}
