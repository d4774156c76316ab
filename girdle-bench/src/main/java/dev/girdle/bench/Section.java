package dev.girdle.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** A section of a Markdown file, from its heading to the next of the same level. */
public final class Section {
  private Section() {}

  /**
   * Writes what stands before all sections, which others write.
   *
   * @param file the file; it may not exist
   * @param text what its beginning is to be; no line of it begins with {@code ## }
   * @throws IOException if the file cannot be read or written
   */
  public static void writeTop(Path file, String text) throws IOException {
    String there = Files.exists(file) ? Files.readString(file) : "";
    int others = there.indexOf("\n## ");
    Files.writeString(
        file, text.stripTrailing() + "\n" + (others < 0 ? "" : there.substring(others)));
  }

  /**
   * Writes a section, in place of the one with the same heading or at the end.
   *
   * @param file an existing file
   * @param heading the heading's line, with its signs: {@code ## Losses}
   * @param text the section, which begins with the heading
   * @throws IOException if the file cannot be read or written
   */
  public static void write(Path file, String heading, String text) throws IOException {
    String all = Files.readString(file);
    int begin = all.indexOf(heading + "\n");
    if (begin < 0) {
      Files.writeString(file, all.stripTrailing() + "\n\n" + text.strip() + "\n");
      return;
    }
    int next = all.indexOf("\n## ", begin + 1);
    String behind = next < 0 ? "" : "\n" + all.substring(next + 1);
    Files.writeString(file, all.substring(0, begin) + text.strip() + "\n" + behind);
  }
}
