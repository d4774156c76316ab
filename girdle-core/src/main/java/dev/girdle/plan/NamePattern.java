package dev.girdle.plan;

import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A pattern for names: {@code *} stands for any text without a dot or slash, {@code **} for any
 * text. {@code org.ternhaven.**} also means {@code org.ternhaven} itself.
 *
 * @param text as the user wrote it
 * @param note why the user wants it; may be empty
 * @param place where it stands in a plan: {@code girdle.yaml:12:7}; empty for the command line
 * @param regex what it means
 */
public record NamePattern(String text, String note, String place, Pattern regex) {
  /**
   * Reads a pattern.
   *
   * @param text as the user wrote it
   * @return the pattern
   */
  public static NamePattern of(String text) {
    StringBuilder regex = new StringBuilder();
    for (int i = 0; i < text.length(); i++) {
      if (text.startsWith(".**", i)) {
        regex.append("(?:[./].*)?");
        i += 2;
      } else if (text.startsWith("**", i)) {
        regex.append(".*");
        i += 1;
      } else if (text.charAt(i) == '*') {
        regex.append("[^./]*");
      } else {
        regex.append(Pattern.quote(text.substring(i, i + 1)));
      }
    }
    return new NamePattern(text, "", "", Pattern.compile(regex.toString()));
  }

  /**
   * The same pattern, as it stands in a plan.
   *
   * @param newNote why the user wants it; may be empty
   * @param newPlace where it stands
   * @return a new pattern
   */
  public NamePattern inPlan(String newNote, String newPlace) {
    return new NamePattern(text, newNote, newPlace, regex);
  }

  /**
   * How the user finds it again.
   *
   * @param word the word of the plan and the option, without hyphens: "never"
   * @return for example {@code --never a.**}, or {@code girdle.yaml:12:7: never: a.**}
   */
  public String called(String word) {
    return place.isEmpty() ? "--" + word + " " + text : place + ": " + word + ": " + text;
  }

  /**
   * How it reads in a reason.
   *
   * @return the pattern, and why the user wants it if that is known
   */
  public String reason() {
    return note.isEmpty() ? text : text + " (" + note + ")";
  }

  /**
   * Whether it names one thing, without a star.
   *
   * @return true if it fits nothing but its own text
   */
  public boolean isExact() {
    return text.indexOf('*') < 0;
  }

  /**
   * Whether a file name fits, in which dots mean nothing, so that {@code *} stands for them too.
   *
   * @param name a file name
   * @return true if all of it fits the pattern
   */
  public boolean matchesFileName(String name) {
    String regexOfFile =
        Stream.of(text.split("\\*+", -1)).map(Pattern::quote).collect(Collectors.joining(".*"));
    return text.indexOf('/') < 0 && Pattern.matches(regexOfFile, name);
  }

  /**
   * Whether a name fits.
   *
   * @param name a full name
   * @return true if all of it fits the pattern
   */
  public boolean matches(String name) {
    return regex.matcher(name).matches();
  }
}
