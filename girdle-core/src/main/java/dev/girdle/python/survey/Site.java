package dev.girdle.python.survey;

import java.nio.file.Path;
import java.util.regex.Pattern;

/**
 * A folder that packages were installed into.
 *
 * @param origin what it is called, for the user; never a path of this machine
 * @param folder where it lies
 */
record Site(String origin, Path folder) {
  private static final Pattern IN_ENVIRONMENT =
      Pattern.compile(
          "/?\\blib(?:64)?/python[^/]*/(?:site|dist)-packages$", Pattern.CASE_INSENSITIVE);

  /** What it is called in short: the environment's folder, if it is one. */
  String label() {
    String label = IN_ENVIRONMENT.matcher(origin).replaceFirst("");
    return label.isEmpty() ? "site-packages" : label;
  }
}
