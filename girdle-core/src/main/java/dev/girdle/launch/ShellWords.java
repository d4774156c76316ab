package dev.girdle.launch;

import dev.girdle.app.LaunchSpec;
import java.util.List;
import java.util.stream.Collectors;

/** Words of scripts for POSIX {@code sh} (Shell Command Language, "Quoting"). */
public final class ShellWords {
  private ShellWords() {}

  /**
   * A word that a shell takes as it is.
   *
   * @param word any text
   * @return in quotes
   */
  public static String quoted(String word) {
    return "'" + word.replace("'", "'\\''") + "'";
  }

  /**
   * Words behind others.
   *
   * @param words any number
   * @return each in quotes, with a space before it
   */
  public static String behind(List<String> words) {
    return words.stream().map(w -> " " + quoted(w)).collect(Collectors.joining());
  }

  /**
   * A text that stands between double quotes.
   *
   * @param text any text
   * @return the same with what means something there escaped
   */
  public static String inDoubleQuotes(String text) {
    return text.replaceAll("([\\\\\"$`])", "\\\\$1");
  }

  /**
   * Lines that set variables, unless the user has set them already.
   *
   * @param start what is started
   * @return lines of a script; empty for none
   */
  public static String environment(LaunchSpec start) {
    StringBuilder lines = new StringBuilder();
    start
        .environment()
        .forEach(
            (name, value) ->
                lines
                    .append("[ -n \"${" + name + "+set}\" ] || " + name + "=" + quoted(value))
                    .append("\nexport " + name + "\n"));
    return lines.toString();
  }
}
