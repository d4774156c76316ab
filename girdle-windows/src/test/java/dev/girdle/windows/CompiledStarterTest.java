package dev.girdle.windows;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * What is committed is what the source says. Compiling needs Debian's {@code gcc-mingw-w64-x86-64}
 * and {@code libz-mingw-w64-dev}; it is skipped without.
 */
class CompiledStarterTest {
  private static final Path COMPILER = Path.of("/usr/bin/x86_64-w64-mingw32-gcc");
  private static final Path ZLIB = Path.of("/usr/x86_64-w64-mingw32/lib/libz.a");

  @TempDir Path dir;

  @Test
  void theCommittedProgramsAreWhatTheirSourceCompilesTo() throws Exception {
    Path jdk = Path.of(System.getProperty("java.home"));
    Assumptions.assumeTrue(
        Files.exists(COMPILER) && Files.exists(ZLIB) && Files.exists(jdk.resolve("include/jni.h")),
        "skipped: needs mingw-w64 with zlib, and a JDK with jni.h");
    List<String> words =
        List.of(new File("compile").getAbsolutePath(), jdk.toString(), dir.toString());
    Process process = new ProcessBuilder(words).redirectErrorStream(true).start();
    String said = new String(process.getInputStream().readAllBytes());
    assertThat(process.waitFor()).as(said).isZero();
    for (CompiledStarter starter : CompiledStarter.values()) {
      assertThat(dir.resolve(starter.file()))
          .as("compile it anew: girdle-windows/compile JDK girdle-windows/src/main/resources/...")
          .hasBinaryContent(starter.bytes());
    }
  }

  @Test
  void theProgramsAreSmall() {
    assertThat(CompiledStarter.STARTER.bytes()).hasSizeLessThan(64 << 10);
    assertThat(CompiledStarter.UNPACKER.bytes()).hasSizeLessThan(128 << 10);
  }
}
