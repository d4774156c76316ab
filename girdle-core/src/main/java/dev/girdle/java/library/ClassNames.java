package dev.girdle.java.library;

import dev.girdle.java.index.ClassIndex;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UTFDataFormatException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The names of the classes of one library, each package once: thousands of libraries are held, and
 * hardly any of them is asked.
 *
 * @param byPackage for each package, empty for the unnamed one, the simple names of its classes,
 *     each with {@link #BREAK} before and behind it
 */
record ClassNames(Map<String, String> byPackage) {
  static final ClassNames NONE = new ClassNames(Map.of());

  private static final String BREAK = "/"; // no name has one
  private static final int MOST_PACKAGES = 1 << 16;
  private static final int MOST_BYTES = 1 << 26;

  /**
   * Of full names.
   *
   * @param names with dots
   */
  static ClassNames of(List<String> names) {
    Map<String, StringBuilder> all = new LinkedHashMap<>();
    for (String name : names) {
      all.computeIfAbsent(ClassIndex.packageOf(name), p -> new StringBuilder(BREAK))
          .append(simpleOf(name))
          .append(BREAK);
    }
    Map<String, String> byPackage = new LinkedHashMap<>();
    all.forEach((name, classes) -> byPackage.put(name, classes.toString()));
    return new ClassNames(byPackage);
  }

  private static String simpleOf(String name) {
    return name.substring(name.lastIndexOf('.') + 1);
  }

  Set<String> packages() {
    return byPackage.keySet();
  }

  boolean isEmpty() {
    return byPackage.isEmpty();
  }

  boolean holds(String name) {
    String classes = byPackage.get(ClassIndex.packageOf(name));
    return classes != null && classes.contains(BREAK + simpleOf(name) + BREAK);
  }

  /** All full names. */
  Stream<String> all() {
    return byPackage.entrySet().stream()
        .flatMap(
            e ->
                Stream.of(e.getValue().substring(1).split(BREAK))
                    .map(c -> e.getKey().isEmpty() ? c : e.getKey() + "." + c));
  }

  void write(DataOutputStream out) throws IOException {
    out.writeInt(byPackage.size());
    for (Map.Entry<String, String> e : byPackage.entrySet()) {
      write(e.getKey(), out);
      write(e.getValue(), out);
    }
  }

  private static void write(String text, DataOutputStream out) throws IOException {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    out.writeInt(bytes.length);
    out.write(bytes);
  }

  /**
   * Reads what {@link #write} wrote.
   *
   * @throws IOException if it is damaged
   */
  static ClassNames read(DataInputStream in) throws IOException {
    int count = checked(in.readInt(), MOST_PACKAGES);
    Map<String, String> byPackage = new LinkedHashMap<>();
    for (int i = 0; i < count; i++) {
      String name = text(in);
      byPackage.put(name, text(in));
    }
    return new ClassNames(byPackage);
  }

  private static String text(DataInputStream in) throws IOException {
    int length = checked(in.readInt(), MOST_BYTES);
    byte[] bytes = in.readNBytes(length);
    if (bytes.length < length) {
      throw new UTFDataFormatException();
    }
    return new String(bytes, StandardCharsets.UTF_8);
  }

  private static int checked(int count, int most) throws UTFDataFormatException {
    if (count < 0 || count > most) {
      throw new UTFDataFormatException();
    }
    return count;
  }
}
