package dev.girdle.binary;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.io.Content;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ThinnedCodeTest {
  private static final int X64 = 0x1000007;
  private static final int ARM64 = 0x100000c;

  /** Two parts of 64 bytes each, as {@code mach-o/fat.h} says. */
  private static ByteBuffer universal() {
    ByteBuffer file = ByteBuffer.allocate(256);
    file.putInt(0xcafebabe).putInt(2);
    file.putInt(X64).putInt(3).putInt(128).putInt(64).putInt(6);
    file.putInt(ARM64).putInt(0).putInt(192).putInt(64).putInt(6);
    for (int[] part : new int[][] {{128, X64}, {192, ARM64}}) {
      file.order(java.nio.ByteOrder.LITTLE_ENDIAN);
      file.putInt(part[0], 0xfeedfacf).putInt(part[0] + 4, part[1]).putInt(part[0] + 12, 2);
      file.order(java.nio.ByteOrder.BIG_ENDIAN);
    }
    return file;
  }

  @Test
  void onlyThePartForTheProcessorIsLeft() throws IOException {
    Content all = Content.of(universal().array());
    assertThat(NativeCode.of(all)).contains(new NativeCode("macos", Set.of("arm64", "x64")));

    Content thin = ThinnedCode.of(all, "arm64");

    assertThat(thin.size()).isEqualTo(64);
    assertThat(thin.bytes(100)).hasSize(64);
    assertThat(NativeCode.of(thin)).contains(new NativeCode("macos", Set.of("arm64")));
    assertThat(ThinnedCode.of(thin, "arm64")).as("there is nothing to leave out").isSameAs(thin);
    assertThat(ThinnedCode.of(all, "riscv")).as("it has no such part").isSameAs(all);
  }

  @Test
  void aPartBeyondTheEndIsTold() {
    ByteBuffer file = universal();
    file.putInt(8 + 20 + 12, 1000);
    assertThatThrownBy(() -> ThinnedCode.of(Content.of(file.array()), "arm64"))
        .isInstanceOf(DamagedCodeException.class);
  }
}
