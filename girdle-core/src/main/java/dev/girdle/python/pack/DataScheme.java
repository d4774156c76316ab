package dev.girdle.python.pack;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a distribution installs outside of the folder for packages: below the environment itself, in
 * {@code share}, {@code etc} and {@code bin}. It is called as in wheels (PyPA specifications,
 * "Binary distribution format": {@code NAME-RELEASE.data/data/}).
 */
public final class DataScheme {
  private static final Pattern INSIDE = Pattern.compile("[^/]+\\.data/data/(.+)");

  private DataScheme() {}

  /**
   * How a file is called.
   *
   * @param info the distribution's folder of metadata
   * @param path from the environment
   * @return a path in the distribution
   */
  public static String path(String info, String path) {
    return info.replaceFirst("\\.[a-z]+-info$", "") + ".data/data/" + path;
  }

  /**
   * Where a file lies in an environment.
   *
   * @param path in its distribution
   * @return a path from the environment; empty if it lies in the folder for packages
   */
  public static Optional<String> inEnvironment(String path) {
    Matcher matcher = INSIDE.matcher(path);
    return matcher.matches() ? Optional.of(matcher.group(1)) : Optional.empty();
  }
}
