package dev.girdle.binary;

import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.util.Comparator;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The release of the GNU C library that a file of native code asks for: the newest {@code GLIBC_}
 * version in its needed symbol versions ({@link LinkedCode#versions}).
 *
 * @param major the first number, 2 for all there are
 * @param minor the second number
 */
public record LibcNeed(int major, int minor) implements Comparable<LibcNeed> {
  private static final Pattern VERSION =
      Pattern.compile("(?:GLIBC_|glibc )?(\\d{1,3})\\.(\\d{1,5}).*");

  /**
   * Reads a version as the library and its symbols write it.
   *
   * @param text for example {@code GLIBC_2.17} or {@code glibc 2.36}
   * @return empty if it is no version of this library
   */
  public static Optional<LibcNeed> of(String text) {
    Matcher matcher = VERSION.matcher(text.strip());
    return matcher.matches()
        ? Optional.of(
            new LibcNeed(Integer.parseInt(matcher.group(1)), Integer.parseInt(matcher.group(2))))
        : Optional.empty();
  }

  /**
   * Reads what a file asks for.
   *
   * @param file any file
   * @return empty if it asks for none, or it is no ELF file, or it is damaged
   * @throws IOException if the file cannot be read
   */
  public static Optional<LibcNeed> of(SeekableByteChannel file) throws IOException {
    return LinkReading.of(file) instanceof LinkReading.Read read
        ? read.parts().stream()
            .flatMap(p -> p.versions().values().stream())
            .flatMap(Set::stream)
            .filter(v -> v.startsWith("GLIBC_"))
            .flatMap(v -> of(v).stream())
            .max(Comparator.naturalOrder())
        : Optional.empty();
  }

  /**
   * How the library writes it.
   *
   * @return for example {@code glibc 2.17}
   */
  public String text() {
    return "glibc " + major + "." + minor;
  }

  @Override
  public int compareTo(LibcNeed other) {
    return major == other.major
        ? Integer.compare(minor, other.minor)
        : Integer.compare(major, other.major);
  }
}
