package dev.girdle.binary.elf;

import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/** The names of functions that code for Linux asks others for, or has for others. */
public final class ElfNames {
  private ElfNames() {}

  /**
   * Whether code asks for a function, or has one of that name.
   *
   * @param content any file
   * @param name of a function
   * @return false also if it is no code of 64 bits that a loader reads
   * @throws dev.girdle.binary.DamagedCodeException if it does not hold what its header promises
   * @throws IOException if it cannot be read
   */
  public static boolean has(Content content, String name) throws IOException {
    try (SeekableByteChannel file = Channels.seekable(content)) {
      Optional<ElfTables> tables = ElfTables.of(file);
      return tables.isPresent()
          && new String(tables.get().strings, StandardCharsets.ISO_8859_1)
              .contains("\0" + name + "\0");
    }
  }
}
