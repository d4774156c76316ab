package dev.girdle.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Base64;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TextArchiveTest {
  private static final String MARK = "//held ";

  @TempDir Path dir;

  private Path text(byte[] held, int less) throws IOException {
    String base64 = Base64.getEncoder().encodeToString(held);
    String head = "#!/usr/bin/env x\n" + MARK + "%012d %012d\nprogram /*\n";
    int offset = head.formatted(0, 0).length();
    String all = head.formatted(offset, base64.length()) + base64 + "\n*/\n";
    byte[] bytes = all.getBytes(StandardCharsets.UTF_8);
    return Files.write(dir.resolve("t"), Arrays.copyOf(bytes, bytes.length - less));
  }

  @Test
  void readsAtAnyPlace() throws IOException {
    Random random = new Random(5);
    for (int size : new int[] {1, 2, 3, 4, 1000, 12_287, 12_288, 12_289, 100_001}) {
      byte[] held = new byte[size];
      random.nextBytes(held);
      TextArchive archive = TextArchive.in(text(held, 0), MARK).orElseThrow();
      assertThat(archive.size()).isEqualTo(size);
      assertThat(archive.bytes(size)).isEqualTo(held);
      try (SeekableByteChannel channel = archive.channel()) {
        for (int i = 0; i < 200; i++) {
          int from = random.nextInt(size);
          int count = 1 + random.nextInt(size - from);
          ByteBuffer part = ByteBuffer.allocate(count);
          assertThat(channel.position(from).read(part)).isEqualTo(count);
          assertThat(part.array()).isEqualTo(Arrays.copyOfRange(held, from, from + count));
        }
        assertThat(channel.position(size).read(ByteBuffer.allocate(1))).isEqualTo(-1);
      }
    }
  }

  @Test
  void whatIsNotWholeSaysSo() throws IOException {
    assertThatThrownBy(() -> TextArchive.in(text(new byte[1000], 50), MARK))
        .hasMessageContaining("is not whole");
    Path other = Files.writeString(dir.resolve("o"), "#!/bin/sh\necho //held \n");
    assertThat(TextArchive.in(other, MARK)).isEmpty();
    Path damaged = text(new byte[1000], 0);
    byte[] bytes = Files.readAllBytes(damaged);
    bytes[500] = '!';
    Files.write(damaged, bytes);
    TextArchive archive = TextArchive.in(damaged, MARK).orElseThrow();
    assertThatThrownBy(() -> archive.bytes(1000)).hasMessageContaining("is damaged");
  }
}
