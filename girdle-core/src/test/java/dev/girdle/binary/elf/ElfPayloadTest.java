package dev.girdle.binary.elf;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import java.io.ByteArrayOutputStream;
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
}
