package dev.girdle.python.pack;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A dependency of a project (PyPA specifications, "Dependency specifiers").
 *
 * @param name of the project, as it is compared
 * @param specifier the releases that will do, as it is written; empty for any
 * @param marker where it is needed
 */
public record Requirement(String name, String specifier, Marker marker) {
  private static final Pattern FORM =
      Pattern.compile(
          "\\s*([A-Za-z0-9][A-Za-z0-9._-]*)\\s*(?:\\[[^\\]]*\\])?\\s*([^;]*?)\\s*(?:;\\s*(.*))?",
          Pattern.DOTALL);

  /**
   * Reads one.
   *
   * @param text as a description has it
   * @return empty if it is none
   */
  public static Optional<Requirement> of(String text) {
    Matcher matcher = FORM.matcher(text);
    if (!matcher.matches()) {
      return Optional.empty();
    }
    String marker = matcher.group(3) == null ? "" : matcher.group(3);
    return Optional.of(
        new Requirement(ProjectName.normal(matcher.group(1)), matcher.group(2), Marker.of(marker)));
  }
}
