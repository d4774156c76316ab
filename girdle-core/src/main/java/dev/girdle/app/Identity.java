package dev.girdle.app;

import java.util.Locale;
import java.util.Optional;

/**
 * What the application is called.
 *
 * @param name fit for file names: letters, digits, dot, underscore and hyphen
 * @param release fit for file names; empty if not known
 */
public record Identity(String name, Optional<String> release) {
  /**
   * Name and release as files bear them.
   *
   * @return {@code name-release}, or the name alone
   */
  public String fileName() {
    return release.map(r -> name + "-" + r).orElse(name);
  }

  /**
   * Name and release as people read them.
   *
   * @return {@code name release}, or the name alone
   */
  public String title() {
    return release.map(r -> name + " " + r).orElse(name);
  }

  /**
   * What environment variables of this application start with.
   *
   * @return capital letters, digits and underscores, no digit in front
   */
  public String variablePrefix() {
    String upper = name.toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]+", "_");
    return Character.isDigit(upper.charAt(0)) ? "_" + upper : upper;
  }

  /**
   * Makes any text fit for a file name.
   *
   * @param text for example a title with spaces
   * @return never empty; what does not fit is replaced by hyphens
   */
  public static String fit(String text) {
    String fit = text.strip().replaceAll("[^\\p{Alnum}._-]+", "-").replaceAll("^[-.]+|[-.]+$", "");
    return fit.isEmpty() ? "application" : fit;
  }
}
