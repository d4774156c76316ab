package dev.girdle.binary;

import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;

/** The libraries that a file of native code is linked with. */
public final class NeededLibraries {
  private static final Pattern OF_THE_C_LIBRARY =
      Pattern.compile(
          "(?:libc|libm|libdl|libpthread|librt|libresolv|libutil|ld-linux.*)\\.so\\.\\d+");

  private NeededLibraries() {}

  /**
   * The libraries that a file has to have when it is loaded, on any of its processors.
   *
   * @param file any file
   * @return names such as {@code libz.so.1}; empty if there are none, or it is no native code, or
   *     it is damaged
   * @throws IOException if the file cannot be read
   */
  public static Set<String> of(SeekableByteChannel file) throws IOException {
    Set<String> names = new TreeSet<>();
    if (LinkReading.of(file) instanceof LinkReading.Read read) {
      for (LinkedCode part : read.parts()) {
        part.needed().stream()
            .filter(n -> n.when() == LinkedCode.When.AT_START)
            .forEach(n -> names.add(n.name()));
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
        .filter(n -> n.contains(".so")) // other systems have the same libraries everywhere
        .filter(n -> !brought.contains(n))
        .filter(n -> !OF_THE_C_LIBRARY.matcher(n).matches())
        .toList();
  }
}
