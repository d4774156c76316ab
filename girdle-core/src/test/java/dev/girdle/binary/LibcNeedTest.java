package dev.girdle.binary;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

class LibcNeedTest {
  @TempDir Path dir;

  private static Optional<LibcNeed> of(Path file) throws IOException {
    try (SeekableByteChannel channel = Files.newByteChannel(file)) {
      return LibcNeed.of(channel);
    }
  }

  @Test
  @EnabledOnOs(OS.LINUX)
  void isTheNewestOfTheVersionsThatARealLibraryNames() throws IOException {
    Path library = Path.of(System.getProperty("java.home"), "lib", "server", "libjvm.so");
    // a library that provides no such versions names those that it needs, and nothing else
    String bytes = Files.readString(library, StandardCharsets.ISO_8859_1);
    Optional<LibcNeed> newest =
        Pattern.compile("GLIBC_\\d+\\.\\d+(?:\\.\\d+)?(?=\0)")
            .matcher(bytes)
            .results()
            .flatMap(m -> LibcNeed.of(m.group()).stream())
            .max(LibcNeed::compareTo);
    assertThat(of(library)).isEqualTo(newest).isPresent();
  }

  @Test
  void versionsAreNumbersAndNotTexts() {
    LibcNeed four = LibcNeed.of("GLIBC_2.4").orElseThrow();
    LibcNeed seventeen = LibcNeed.of("glibc 2.17\n").orElseThrow();
    assertThat(four).isLessThan(seventeen);
    assertThat(seventeen.text()).isEqualTo("glibc 2.17");
    assertThat(LibcNeed.of("GLIBCXX_3.4")).isEmpty();
    assertThat(LibcNeed.of("musl")).isEmpty();
  }

  @Test
  void whatIsDamagedTellsNothing() throws IOException {
    Path cut = dir.resolve("cut.so");
    byte[] head = new byte[200];
    head[0] = 0x7f;
    head[1] = 'E';
    head[2] = 'L';
    head[3] = 'F';
    head[4] = 2;
    head[0x28] = 100;
    head[0x3a] = 64;
    head[0x3c] = 127;
    Files.write(cut, head);
    assertThat(of(cut)).isEmpty();
    assertThat(of(Files.writeString(dir.resolve("t"), "text"))).isEmpty();
  }
}
