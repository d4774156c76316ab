package dev.girdle.rehearse;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What a run leaves besides its output: the files it made where it was started, and the lines it
 * logged at the level of a warning or above. Numbers in them differ from one run to the next and
 * are not looked at.
 */
public final class Traces {
  private static final Pattern WARNS =
      Pattern.compile("\\b(WARN|WARNING|ERROR|SEVERE|FATAL|CRITICAL|EMERG)\\b");

  /** Digits, and what hash codes and identifiers are made of. */
  private static final Pattern FLEETING =
      Pattern.compile("@[0-9a-f]+|\\b[0-9a-f]{8,}\\b|[0-9]+(?:[.,:/-][0-9]+)*");

  private Traces() {}

  /**
   * The files in a folder.
   *
   * @param folder where the program was started
   * @return their paths from there, with a sign in place of numbers
   * @throws IOException if it cannot be listed
   */
  static Set<String> made(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      return files
          .filter(Files::isRegularFile)
          .map(f -> steady(folder.relativize(f).toString()))
          .collect(Collectors.toCollection(TreeSet::new));
    }
  }

  /**
   * Warnings that stand in one text and in no other.
   *
   * @param text what was written
   * @param known what may be written
   * @return the lines as they are, in their order
   */
  public static List<String> newWarnings(String text, String known) {
    Set<String> before = known.lines().map(Traces::steady).collect(Collectors.toSet());
    return text.lines()
        .filter(l -> WARNS.matcher(l).find() && !before.contains(steady(l)))
        .distinct()
        .toList();
  }

  private static String steady(String text) {
    return FLEETING.matcher(text).replaceAll("#").strip();
  }
}
