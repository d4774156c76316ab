package dev.girdle.python.survey;

import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a {@code .pth} file says (Library Reference, "site"): folders that are looked at as well,
 * and code, which is never run here.
 */
public final class PathFile {
  private static final Pattern MAPPING =
      Pattern.compile("MAPPING[^=]*=\\s*\\{([^}]*)\\}", Pattern.DOTALL);
  private static final Pattern PAIR =
      Pattern.compile("['\"]([\\w.]+)['\"]\\s*:\\s*r?['\"]([^'\"]+)['\"]");

  private PathFile() {}

  /** Existing folders that lines name, and that lie elsewhere than where the file does. */
  static List<Path> folders(String text, Path site) {
    List<Path> folders = new ArrayList<>();
    for (String line : text.split("\r?\n")) {
      if (line.isBlank() || line.startsWith("#") || isCode(line)) {
        continue;
      }
      try {
        Path folder = site.resolve(line.strip()).normalize();
        if (Files.isDirectory(folder) && !folder.startsWith(site)) {
          folders.add(folder);
        }
      } catch (InvalidPathException e) {
        continue; // Python passes over it, too
      }
    }
    return folders;
  }

  /**
   * Whether a line is run as code.
   *
   * @param line a line of such a file
   * @return true if Python would run it
   */
  public static boolean isCode(String line) {
    return line.startsWith("import ") || line.startsWith("import\t");
  }

  /** Packages that the finder of an editable install (PEP 660) leads elsewhere, by their names. */
  static Map<String, Path> finder(String code) {
    Map<String, Path> found = new LinkedHashMap<>();
    Matcher mapping = MAPPING.matcher(code);
    if (mapping.find()) {
      Matcher pair = PAIR.matcher(mapping.group(1));
      while (pair.find()) {
        found.put(pair.group(1), Path.of(pair.group(2)));
      }
    }
    return found;
  }
}
