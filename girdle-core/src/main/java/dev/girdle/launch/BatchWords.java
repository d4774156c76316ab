package dev.girdle.launch;

import dev.girdle.app.LaunchSpec;
import java.util.List;
import java.util.stream.Collectors;

/**
 * Words as a batch file has to write them, so that a program gets them as they are: quoted for the
 * program (Microsoft C runtime, "Parsing C command-line arguments") and for {@code cmd.exe}, which
 * counts quotes in its own way.
 */
public final class BatchWords {
  private static final String SPECIAL = "&|<>^()";

  private BatchWords() {}

  /**
   * Words behind others.
   *
   * @param words any number
   * @return each quoted, with a space before it
   */
  public static String behind(List<String> words) {
    return words.stream().map(w -> " " + quotedForBatch(w)).collect(Collectors.joining());
  }

  /**
   * Lines that set variables, unless the user has set them already.
   *
   * @param start what is started
   * @return lines of a batch file, with plain line ends; empty for none
   */
  public static String environment(LaunchSpec start) {
    StringBuilder lines = new StringBuilder();
    start
        .environment()
        .forEach(
            (name, value) ->
                lines
                    .append("if not defined ")
                    .append(name)
                    .append(" set \"")
                    .append(name)
                    .append('=')
                    .append(value.replace("%", "%%"))
                    .append("\"\n"));
    return lines.toString();
  }

  private static String quotedForBatch(String word) {
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
