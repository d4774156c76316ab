package dev.girdle.binary;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The release of the GNU C library that a file of native code asks for: the newest {@code GLIBC_}
 * version in its section of needed symbol versions (Linux Standard Base Core 5.0, "Symbol Version
 * Requirements"; ELF as in System V ABI).
 *
 * @param major the first number, 2 for all there are
 * @param minor the second number
 */
public record LibcNeed(int major, int minor) implements Comparable<LibcNeed> {
  private static final Pattern VERSION =
      Pattern.compile("(?:GLIBC_|glibc )?(\\d{1,3})\\.(\\d{1,5}).*");
  private static final int VERNEED = 0x6ffffffe;

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
   * @param file an ELF file of 64 bits
   * @return empty if it asks for none, or its sections cannot be read
   * @throws IOException if the file cannot be read
   */
  public static Optional<LibcNeed> of(SeekableByteChannel file) throws IOException {
    Optional<ElfSections> sections = ElfSections.of(file);
    Optional<ElfSections.Section> needs =
        sections.isEmpty() ? Optional.empty() : sections.get().ofType(VERNEED);
    return needs.flatMap(LibcNeed::newest);
  }

  private static Optional<LibcNeed> newest(ElfSections.Section section) {
    ByteBuffer needs = section.content();
    LibcNeed newest = null;
    try {
      for (int at = 0, next = 1; next != 0; at += next) {
        int versions = needs.getShort(at + 2) & 0xffff;
        int one = at + needs.getInt(at + 8);
        for (int i = 0; i < versions; i++) {
          String name = section.name(needs.getInt(one + 8));
          Optional<LibcNeed> need = name.startsWith("GLIBC_") ? of(name) : Optional.empty();
          if (need.isPresent() && (newest == null || need.get().compareTo(newest) > 0)) {
            newest = need.get();
          }
          one += needs.getInt(one + 12);
        }
        next = Math.max(0, needs.getInt(at + 12));
      }
    } catch (IndexOutOfBoundsException e) {
      return Optional.ofNullable(newest); // a damaged table tells what it tells
    }
    return Optional.ofNullable(newest);
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
