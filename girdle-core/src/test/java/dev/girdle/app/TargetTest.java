package dev.girdle.app;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TargetTest {
  @ParameterizedTest
  @CsvSource({
    "Linux, amd64, linux-x64",
    "Linux, x86_64, linux-x64",
    "linux, aarch64, linux-arm64",
    "Windows, x86_64, windows-x64",
    "Windows 11, amd64, windows-x64",
    "Darwin, arm64, macos-arm64",
    "Mac OS X, x86_64, macos-x64"
  })
  void systemsAndRuntimesHaveNamesOfTheirOwn(String system, String processor, String target) {
    assertThat(Target.called(system, processor)).contains(Target.of(target));
  }

  @Test
  void whatCannotBeSealedForIsNoTarget() {
    assertThat(Target.called("SunOS", "sparcv9")).isEmpty();
    assertThat(Target.called("Windows", "aarch64")).isEmpty();
    assertThat(Target.called("", "")).isEmpty();
    assertThat(Target.systemCalled("FreeBSD")).isEqualTo("freebsd");
    assertThat(Target.processorCalled("riscv64")).isEqualTo("riscv64");
  }
}
