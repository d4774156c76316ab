package dev.girdle.binary;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** On the virtual machine itself, whose symbols are a sixth of it. That it runs, others test. */
class StrippedCodeTest {
  private static final Path MACHINE =
      Path.of(System.getProperty("java.home"), "lib/server/libjvm.so");

  @TempDir Path dir;

  @BeforeEach
  void onLinux() {
    Assumptions.assumeTrue(Files.exists(MACHINE), "this Java has no library in ELF");
  }

  private static byte[] all(Content content) throws IOException {
    try (InputStream in = content.open()) {
      return in.readAllBytes();
    }
  }

  @Test
  void whatIsLoadedStaysAtItsPlace() throws IOException {
    Content whole = FolderTree.content(MACHINE);
    Content stripped = StrippedCode.of(whole);
    assertThat(stripped.size()).isLessThan(whole.size() * 9 / 10);
    byte[] before = all(whole);
    byte[] after = all(stripped);
    assertThat(after.length).isEqualTo((int) stripped.size());
    ByteBuffer head = ByteBuffer.wrap(before).order(ByteOrder.LITTLE_ENDIAN);
    int programs = head.getShort(0x38);
    for (int i = 0; i < programs; i++) {
      int at = (int) head.getLong(0x20) + i * 56;
      int from = (int) head.getLong(at + 8);
      int length = (int) head.getLong(at + 0x20);
      int start = Math.max(from, 64); // the header itself tells of the sections
      if (length > 0) {
        assertThat(Arrays.equals(before, start, from + length, after, start, from + length))
            .as("segment " + i)
            .isTrue();
      }
    }
    Path file = Files.write(dir.resolve("stripped.so"), after);
    try (FileChannel one = FileChannel.open(MACHINE);
        FileChannel two = FileChannel.open(file)) {
      assertThat(NeededLibraries.of(two)).isEqualTo(NeededLibraries.of(one)).isNotEmpty();
      assertThat(LibcNeed.of(two)).isEqualTo(LibcNeed.of(one));
    }
    Content again = FolderTree.content(file);
    assertThat(StrippedCode.of(again)).isSameAs(again);
  }

  @Test
  void whatIsNoSuchFileIsLeftAlone() throws IOException {
    Path text = Files.writeString(dir.resolve("a.txt"), "tides ".repeat(100));
    Content content = FolderTree.content(text);
    assertThat(StrippedCode.of(content)).isSameAs(content);
    Content inMemory = Content.of(new byte[100]);
    assertThat(StrippedCode.of(inMemory)).isSameAs(inMemory);
  }

  @Test
  void aDamagedHeaderIsLeftAloneOrTold() throws IOException {
    byte[] bytes = Arrays.copyOf(Files.readAllBytes(MACHINE), 200_000);
    Random random = new Random(7);
    for (int i = 0; i < 300; i++) {
      byte[] damaged = bytes.clone();
      for (int j = 0; j < 3; j++) {
        damaged[0x10 + random.nextInt(0x30)] = (byte) random.nextInt();
      }
      // sections where the file has something else
      ByteBuffer.wrap(damaged)
          .order(ByteOrder.LITTLE_ENDIAN)
          .putLong(0x28, random.nextInt(150_000));
      Content content = FolderTree.content(Files.write(dir.resolve("damaged.so"), damaged));
      try {
        Content stripped = StrippedCode.of(content);
        assertThat(all(stripped)).hasSize((int) stripped.size());
        assertThat(stripped.size()).isLessThanOrEqualTo(content.size());
      } catch (IOException e) {
        assertThat(e).hasMessageContaining("damaged");
      }
    }
  }
}
