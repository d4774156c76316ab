package dev.girdle.java.format;

/**
 * A path in a jar, with the Java release that it is for (JEP 238: {@code META-INF/versions/N/}).
 *
 * @param path without the versions folder
 * @param release 9 or more; 0 for a file that is for all releases
 */
public record Versioned(String path, int release) {
  private static final String FOLDER = "META-INF/versions/";

  /**
   * Takes a path apart.
   *
   * @param path a path in a jar
   * @return release 0 for a path that is for all releases
   */
  public static Versioned of(String path) {
    if (path.startsWith(FOLDER)) {
      int slash = path.indexOf('/', FOLDER.length());
      String number = slash < 0 ? "" : path.substring(FOLDER.length(), slash);
      if (number.matches("[1-9][0-9]{0,2}") && slash + 1 < path.length()) {
        return new Versioned(path.substring(slash + 1), Integer.parseInt(number));
      }
    }
    return new Versioned(path, 0);
  }

  /** The full name of the class that such a file holds, or the path itself if it holds none. */
  public static String itemName(String path) {
    if (!path.endsWith(".class")) {
      return path;
    }
    String plain = of(path).path();
    return plain.substring(0, plain.length() - ".class".length()).replace('/', '.');
  }
}
