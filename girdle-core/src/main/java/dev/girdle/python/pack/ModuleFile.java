package dev.girdle.python.pack;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a file is to Python's import, by its name (Library Reference, "importlib.machinery",
 * suffixes; PEP 3149 and PEP 384 for extension modules).
 *
 * @param stem the module's last name
 * @param kind what it is
 * @param abi the release that an extension module is made for: "3.11"; empty for any
 */
public record ModuleFile(String stem, Kind kind, String abi) {
  private static final Pattern EXTENSION =
      Pattern.compile(
          "([^./]+)\\.(?:(cpython-\\d+\\w*|cp\\d+|abi3|pypy\\d+)?(?:-[\\w]+(?:-[\\w]+)*)?\\.)?(so|pyd)");
  private static final Pattern LINE = Pattern.compile("(?:cpython-|cp)(\\d)(\\d+).*");

  /** What a module can be. */
  public enum Kind {
    /** Native code. */
    EXTENSION,
    /** A source text. */
    SOURCE,
    /** Byte code without a source. */
    BYTE_CODE
  }

  /** In the order in which Python looks for them in one folder. */
  public static final List<Kind> ORDER = List.of(Kind.EXTENSION, Kind.SOURCE, Kind.BYTE_CODE);

  /**
   * Looks at a name.
   *
   * @param name a file name without folders
   * @return empty if it is no module
   */
  public static Optional<ModuleFile> of(String name) {
    if (name.endsWith(".py") || name.endsWith(".pyw")) {
      return stem(name, Kind.SOURCE);
    }
    if (name.endsWith(".pyc")) {
      return stem(name, Kind.BYTE_CODE);
    }
    Matcher matcher = EXTENSION.matcher(name);
    if (!matcher.matches()) {
      return Optional.empty();
    }
    return Optional.of(new ModuleFile(matcher.group(1), Kind.EXTENSION, line(matcher.group(2))));
  }

  private static Optional<ModuleFile> stem(String name, Kind kind) {
    String stem = name.substring(0, name.lastIndexOf('.'));
    return stem.indexOf('.') >= 0 ? Optional.empty() : Optional.of(new ModuleFile(stem, kind, ""));
  }

  private static String line(String tag) {
    Matcher matcher = LINE.matcher(tag == null ? "" : tag);
    return matcher.matches() ? matcher.group(1) + "." + matcher.group(2) : "";
  }
}
