package dev.girdle.python.survey;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;

/** What of the user's own files is what, by their names. */
public final class OwnFiles {
  private static final Pattern DEVELOPMENT =
      Pattern.compile(
          "(?:.*/)?(?:tests?|testing|docs?|examples?|benchmarks?)/.*"
              + "|(?:.*/)?(?:test_[^/]*|[^/]*_test|conftest|tests)\\.py"
              + "|(?:setup|noxfile|tasks|fabfile|dodo|versioneer)\\.py");

  /** A file's name or the end of its path, as texts of data name it: without spaces. */
  public static final Pattern FILE_IN_TEXT = Pattern.compile("[\\w][\\w./-]*\\.[A-Za-z]\\w{0,7}");

  private static final Pattern FILE = Pattern.compile("[\\w][\\w ./-]*\\.[A-Za-z]\\w{0,7}");

  private OwnFiles() {}

  /**
   * Whether a text of code can be the name of a file, or the end of its path.
   *
   * @param text a whole text
   * @return false for what has no ending
   */
  public static boolean mayName(String text) {
    return FILE.matcher(text).matches();
  }

  /**
   * Whether a file is for those who work on the application.
   *
   * @param path in the application
   * @return true for tests, documentation, settings of tools
   */
  public static boolean isForDevelopment(String path) {
    return DEVELOPMENT.matcher(path).matches();
  }

  /**
   * The folders of an application in which Python looks for its modules.
   *
   * @param paths of its files
   * @param started what is started; only those that are scripts count
   * @return with a slash at the end or empty for the top, the first first
   */
  public static List<String> folders(Set<String> paths, List<String> started) {
    Set<String> folders = new LinkedHashSet<>();
    for (String entry : started) {
      if (paths.contains(entry)) {
        folders.add(entry.substring(0, entry.lastIndexOf('/') + 1));
      }
    }
    Set<String> tops = new TreeSet<>();
    for (String path : paths) {
      int slash = path.indexOf('/');
      if (slash > 0 && path.indexOf('/', slash + 1) > 0 && path.endsWith("/__init__.py")) {
        tops.add(path.substring(0, slash + 1));
      }
    }
    if (!paths.contains("src/__init__.py")
        && paths.stream().anyMatch(p -> p.matches("src/.*\\.py"))) {
      folders.add("src/");
    }
    folders.add("");
    // folders that hold packages without being one: lib/, python/
    for (String top : tops) {
      boolean isPackage = paths.contains(top + "__init__.py");
      boolean isOfDevelopment = isForDevelopment(top + "x.py");
      if (!isPackage && !isOfDevelopment) {
        folders.add(top);
      }
    }
    return List.copyOf(folders);
  }
}
