package dev.girdle.io;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** The tables that come with Girdle: texts with an entry on each line. */
public final class Lines {
  private Lines() {}

  /**
   * Reads a table.
   *
   * @param owner a class that the table lies beside
   * @param name its file name
   * @return the lines that are not empty and do not start with #
   */
  public static List<String> of(Class<?> owner, String name) {
    try (InputStream in = owner.getResourceAsStream(name)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8)
          .lines()
          .filter(l -> !l.isBlank() && !l.startsWith("#"))
          .toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
