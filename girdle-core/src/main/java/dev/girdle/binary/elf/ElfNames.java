package dev.girdle.binary.elf;

import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;

/** The names of functions that code for Linux asks others for, or has for others. */
public final class ElfNames {
  private ElfNames() {}

  /**
   * Which of some functions code asks for, or has itself.
   *
   * @param content any file
   * @param names of functions
   * @return those of them; none if it is no code of 64 bits that a loader reads
   * @throws dev.girdle.binary.DamagedCodeException if it does not hold what its header promises
   * @throws IOException if it cannot be read
   */
  public static Set<String> among(Content content, Set<String> names) throws IOException {
    Set<String> found = new HashSet<>();
    try (SeekableByteChannel file = Channels.seekable(content)) {
      Optional<ElfTables> tables = ElfTables.of(file);
      if (tables.isPresent()) {
        String all = new String(tables.get().strings, StandardCharsets.ISO_8859_1);
        names.stream().filter(n -> all.contains("\0" + n + "\0")).forEach(found::add);
      }
    }
    return found;
  }
}
