package dev.girdle.binary.elf;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;

class ElfPayloadTest {
  private static final Path SHELL = Path.of("/usr/bin/dash");

  @Test
  void dataBehindAProgramIsSeen() throws Exception {
    Assumptions.assumeTrue(Files.exists(SHELL), "skipped: needs a Linux with dash");
    assertThat(ElfPayload.isIn(FolderTree.content(SHELL))).isFalse();
    ByteArrayOutputStream more = new ByteArrayOutputStream();
    more.writeBytes(Files.readAllBytes(SHELL));
    more.writeBytes(new byte[100]);
    assertThat(ElfPayload.isIn(Content.of(more.toByteArray()))).isTrue();
    assertThat(ElfPayload.isIn(Content.of("#!/bin/sh\n".getBytes()))).isFalse();
  }

  /** As some linkers write programs: the table of sections in front, what it lists at the end. */
  @Test
  void sectionsBehindTheirTableBelongToTheProgram() throws Exception {
    ByteBuffer file = ByteBuffer.allocate(1000).order(ByteOrder.LITTLE_ENDIAN);
    file.putInt(0, 0x464c457f).putShort(4, (short) 0x102);
    file.putLong(0x28, 64).putShort(0x3a, (short) 64).putShort(0x3c, (short) 1);
    file.putInt(64 + 4, 1).putLong(64 + 0x18, 200).putLong(64 + 0x20, 800);
    assertThat(ElfPayload.isIn(Content.of(file.array()))).isFalse();

    file.putInt(64 + 4, 8); // takes no room in the file
    assertThat(ElfPayload.isIn(Content.of(file.array()))).isTrue();
  }
}
