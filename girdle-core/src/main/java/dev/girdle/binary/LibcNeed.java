package dev.girdle.binary;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
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
  private static final int MOST_SECTIONS = 2000;
  private static final int LARGEST_SECTION = 1 << 20;

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
    Optional<ByteBuffer> found = read(file, 0, 64);
    if (found.isEmpty() || found.get().getInt(0) != 0x7f454c46 || found.get().get(4) != 2) {
      return Optional.empty();
    }
    ByteBuffer head = found.get();
    head.order(head.get(5) == 2 ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN);
    long start = head.getLong(0x28);
    int size = head.getShort(0x3a) & 0xffff;
    int count = head.getShort(0x3c) & 0xffff;
    if (start <= 0 || size < 64 || count > MOST_SECTIONS) {
      return Optional.empty();
    }
    Optional<ByteBuffer> sections = read(file, start, size * count);
    return sections.isEmpty()
        ? Optional.empty()
        : ofSections(file, sections.get().order(head.order()), size, count);
  }

  private static Optional<LibcNeed> ofSections(
      SeekableByteChannel file, ByteBuffer sections, int size, int count) throws IOException {
    for (int i = 0; i < count; i++) {
      int link = sections.getInt(i * size + 0x28);
      if (sections.getInt(i * size + 4) == VERNEED && link > 0 && link < count) {
        Optional<ByteBuffer> needs = section(file, sections, i * size);
        Optional<ByteBuffer> names = section(file, sections, link * size);
        return needs.isEmpty() || names.isEmpty()
            ? Optional.empty()
            : newest(needs.get(), names.get());
      }
    }
    return Optional.empty();
  }

  private static Optional<ByteBuffer> section(SeekableByteChannel file, ByteBuffer sections, int at)
      throws IOException {
    long length = sections.getLong(at + 0x20);
    return length <= 0 || length > LARGEST_SECTION
        ? Optional.empty()
        : read(file, sections.getLong(at + 0x18), (int) length).map(b -> b.order(sections.order()));
  }

  private static Optional<LibcNeed> newest(ByteBuffer needs, ByteBuffer names) {
    LibcNeed newest = null;
    try {
      for (int at = 0, next = 1; next != 0; at += next) {
        int versions = needs.getShort(at + 2) & 0xffff;
        int one = at + needs.getInt(at + 8);
        for (int i = 0; i < versions; i++) {
          String name = text(names, needs.getInt(one + 8));
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

  private static String text(ByteBuffer names, int at) {
    int end = at;
    while (names.get(end) != 0) {
      end++;
    }
    return new String(names.array(), at, end - at, StandardCharsets.US_ASCII);
  }

  private static Optional<ByteBuffer> read(SeekableByteChannel file, long at, int length)
      throws IOException {
    if (at < 0 || at + length > file.size()) {
      return Optional.empty();
    }
    ByteBuffer bytes = ByteBuffer.allocate(length);
    file.position(at);
    while (bytes.hasRemaining()) {
      if (file.read(bytes) < 0) {
        return Optional.empty();
      }
    }
    return Optional.of(bytes.flip());
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
