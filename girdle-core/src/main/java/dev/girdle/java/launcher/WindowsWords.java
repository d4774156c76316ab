package dev.girdle.java.launcher;

import java.util.List;
import java.util.stream.Collectors;

/**
 * Words as a batch file has to write them, so that a program gets them as they are: quoted for the
 * program (Microsoft C runtime, "Parsing C command-line arguments") and for {@code cmd.exe}, which
 * counts quotes in its own way.
 */
final class WindowsWords {
  private static final String SPECIAL = "&|<>^()";

  private WindowsWords() {}

  /** Each word after a space. */
  static String of(List<String> words) {
    return words.stream().map(w -> " " + of(w)).collect(Collectors.joining());
  }

  static String of(String word) {
    return forBatch(quoted(word));
  }

  /** Backslashes are plain, but for those before a quote. */
  private static String quoted(String word) {
    StringBuilder quoted = new StringBuilder("\"");
    int backslashes = 0;
    for (int i = 0; i < word.length(); i++) {
      char c = word.charAt(i);
      if (c == '"') {
        quoted.append("\\".repeat(backslashes + 1));
      }
      backslashes = c == '\\' ? backslashes + 1 : 0;
      quoted.append(c);
    }
    return quoted.append("\\".repeat(backslashes)).append('"').toString();
  }

  private static String forBatch(String text) {
    StringBuilder batch = new StringBuilder();
    boolean inQuotes = false;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c == '"') {
        inQuotes = !inQuotes;
      }
      if (c == '%') {
        batch.append('%');
      } else if (!inQuotes && SPECIAL.indexOf(c) >= 0) {
        batch.append('^');
      }
      batch.append(c);
    }
    return batch.toString();
  }
}
