package dev.girdle.linux;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * What is committed is what the source says. Compiling needs Debian's {@code gcc} and {@code
 * gcc-aarch64-linux-gnu}; it is skipped without.
 */
class CompiledCodeTest {
  @TempDir Path dir;

  @Test
  void theCommittedCodeIsWhatItsSourceCompilesTo() throws Exception {
    Assumptions.assumeTrue(
        Files.exists(Path.of("/usr/bin/x86_64-linux-gnu-gcc"))
            && Files.exists(Path.of("/usr/bin/aarch64-linux-gnu-gcc")),
        "skipped: needs GCC for x64 and arm64");
    List<String> words = List.of(new File("compile").getAbsolutePath(), dir.toString());
    Process process = new ProcessBuilder(words).redirectErrorStream(true).start();
    String said = new String(process.getInputStream().readAllBytes());
    assertThat(process.waitFor()).as(said).isZero();
    for (CompiledCode code : CompiledCode.values()) {
      for (String processor : List.of("x64", "arm64")) {
        assertThat(dir.resolve(code.file(processor)))
            .as("compile it anew: girdle-linux/compile girdle-linux/src/main/resources/...")
            .hasBinaryContent(code.bytes(processor).orElseThrow());
      }
    }
  }

  @Test
  void thereIsNoneForOtherProcessors() {
    assertThat(CompiledCode.LOADING.bytes("riscv")).isEmpty();
  }
}
