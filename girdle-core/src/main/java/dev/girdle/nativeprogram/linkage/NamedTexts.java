package dev.girdle.nativeprogram.linkage;

import dev.girdle.binary.CodeTexts;
import dev.girdle.io.Content;
import java.io.IOException;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * What code names in its texts.
 *
 * @param paths what may be a path of a system: absolute, or with two slashes at least
 * @param libraries what is called like a library for Linux
 */
public record NamedTexts(Set<String> paths, Set<String> libraries) {
  private static final Pattern LIBRARY =
      Pattern.compile("(?:lib)?[A-Za-z0-9_+-][A-Za-z0-9_.+-]*\\.so(?:\\.[0-9]+)*");
  private static final String SEPARATORS = ":;,|\"'\t <>=";
  private static final String FILLED_IN = "%?*$";
  private static final int LONGEST = 300;

  /** Copies them. */
  public NamedTexts {
    paths = Set.copyOf(paths);
    libraries = Set.copyOf(libraries);
  }

  /**
   * Reads code.
   *
   * @param content native code
   * @return what it names
   * @throws IOException if it cannot be read
   */
  public static NamedTexts of(Content content) throws IOException {
    Set<String> paths = new LinkedHashSet<>();
    Set<String> libraries = new LinkedHashSet<>();
    CodeTexts.readAscii(
        content,
        4,
        text -> {
          if (text.length() <= LONGEST * 4 && (text.indexOf('/') >= 0 || text.contains(".so"))) {
            // lists of paths, and patterns for files in them
            int start = 0;
            for (int i = 0; i <= text.length(); i++) {
              if (i == text.length() || SEPARATORS.indexOf(text.charAt(i)) >= 0) {
                add(text.substring(start, i), paths, libraries);
                start = i + 1;
              }
            }
          }
        });
    return new NamedTexts(paths, libraries);
  }

  private static void add(String part, Set<String> paths, Set<String> libraries) {
    if (part.length() < 4 || part.length() > LONGEST) {
      return;
    }
    if (part.indexOf('/') < 0) {
      if (part.contains(".so") && LIBRARY.matcher(part).matches()) {
        libraries.add(part);
      }
      return;
    }
    // what is filled in at run time, and all behind it, tells nothing but the folder before
    int end = 0;
    int slashes = 0;
    int lastSlash = -1;
    while (end < part.length() && FILLED_IN.indexOf(part.charAt(end)) < 0) {
      char c = part.charAt(end);
      if (c == '/') {
        slashes++;
        lastSlash = end;
      } else if (!isOfPath(c)) {
        return;
      }
      end++;
    }
    String path = part.substring(0, end < part.length() ? Math.max(lastSlash, 0) : end);
    while (path.endsWith("/")) {
      path = path.substring(0, path.length() - 1);
    }
    boolean isAbsolute = path.indexOf('/', 1) > 0 && path.charAt(0) == '/';
    if (isAbsolute || slashes >= 2 && !path.isEmpty() && path.charAt(0) != '/') {
      paths.add(path);
    }
  }

  private static boolean isOfPath(char c) {
    return c >= 'a' && c <= 'z'
        || c >= 'A' && c <= 'Z'
        || c >= '0' && c <= '9'
        || "_.+@~-".indexOf(c) >= 0;
  }
}
