package dev.girdle.binary;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;

/** The libraries that a file of native code is linked with. */
public final class NeededLibraries {
  private static final int DYNAMIC = 6;
  private static final int NEEDED = 1;
  private static final Pattern OF_THE_C_LIBRARY =
      Pattern.compile(
          "(?:libc|libm|libdl|libpthread|librt|libresolv|libutil|ld-linux.*)\\.so\\.\\d+");

  private NeededLibraries() {}

  /**
   * Reads the {@code DT_NEEDED} entries of a file (System V ABI, "Dynamic Section").
   *
   * @param file an ELF file of 64 bits
   * @return names such as {@code libz.so.1}; empty if there are none, or they cannot be read
   * @throws IOException if the file cannot be read
   */
  public static Set<String> of(SeekableByteChannel file) throws IOException {
    Set<String> names = new TreeSet<>();
    Optional<ElfSections> sections = ElfSections.of(file);
    Optional<ElfSections.Section> found =
        sections.isEmpty() ? Optional.empty() : sections.get().ofType(DYNAMIC);
    if (found.isPresent()) {
      ByteBuffer entries = found.get().content();
      try {
        for (int at = 0; at + 16 <= entries.limit(); at += 16) {
          if (entries.getLong(at) == NEEDED) {
            names.add(found.get().name((int) entries.getLong(at + 8)));
          }
        }
      } catch (IndexOutOfBoundsException e) {
        return names; // a damaged table tells what it tells
      }
    }
    return names;
  }

  /**
   * The libraries that the receiver's system has to have besides its C library.
   *
   * @param needed names of needed libraries
   * @param brought names of libraries that come along
   * @return those that do not
   */
  public static List<String> ofTheSystem(Set<String> needed, Set<String> brought) {
    return needed.stream()
        .filter(n -> !brought.contains(n))
        .filter(n -> !OF_THE_C_LIBRARY.matcher(n).matches())
        .toList();
  }
}
