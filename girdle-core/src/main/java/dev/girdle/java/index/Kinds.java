package dev.girdle.java.index;

import dev.girdle.io.FileTree;
import dev.girdle.io.Paths;
import dev.girdle.io.TreeFile;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Recognises files, folders and jars that are no part of the running program. */
public final class Kinds {
  /** Of languages that are always compiled before they run on a Java. */
  private static final Set<String> SOURCE_ENDINGS = Set.of("java", "form", "jj", "g4");

  private static final Set<String> RUN_ENDINGS =
      Set.of("clj", "cljc", "groovy", "kts", "py", "rb", "js", "lua", "bsh", "scm", "tcl", "php");
  private static final Set<String> TEST_FOLDERS =
      Set.of("test", "tests", "test-classes", "testclasses", "testfixtures", "integrationtest");
  private static final Set<String> CONFIG_ENDINGS =
      Set.of("properties", "xml", "yaml", "yml", "json", "conf", "cfg", "ini", "toml", "csv");
  public static final String EARLIER_OUTPUT = "earlier output of Girdle";
  private static final String RECORD_FOLDER = "META-INF/girdle/";

  private Kinds() {}

  /** What a folder is taken for that is not entered at all; empty if it is entered. */
  public static Optional<String> closedFolder(String path) {
    String name = Paths.fileName(path);
    return switch (name) {
      case ".git", ".hg", ".svn" -> Optional.of("version control data");
      default -> name.startsWith(".") ? Optional.of("hidden folder") : Optional.empty();
    };
  }

  /**
   * Whether a folder is one of tests, as build tools name them.
   *
   * @param path its path, no slash at the end
   * @return true for example for {@code target/test-classes}
   */
  public static boolean isTestFolder(String path) {
    return ClassRoots.segments(path).stream()
        .anyMatch(s -> TEST_FOLDERS.contains(s.toLowerCase(Locale.ROOT)));
  }

  /**
   * Whether a file is source of what is compiled.
   *
   * @param path its path
   * @return false for languages that are run from source
   */
  public static boolean isSource(String path) {
    return SOURCE_ENDINGS.contains(ending(path));
  }

  /** Text of a language that some Java programs run as it is. */
  static boolean mayBeRun(String path) {
    return RUN_ENDINGS.contains(ending(path));
  }

  /**
   * Whether a path lies in a folder of sources.
   *
   * @param path its path
   * @return true for example for {@code src/main/java/…}
   */
  public static boolean isInSources(String path) {
    List<String> segments = ClassRoots.segments(path);
    return segments.subList(0, segments.size() - 1).contains("src");
  }

  static String ending(String path) {
    String name = Paths.fileName(path);
    return name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
  }

  /** What a file beside the class path is taken for. */
  public static String looseFile(String path) {
    String name = Paths.fileName(path);
    if (isSource(path) || isInSources(path)) {
      return "source";
    }
    if (name.equals("pom.xml") || name.startsWith("build.") || name.startsWith("settings.")) {
      return "build description";
    }
    if (CONFIG_ENDINGS.contains(ending(path))) {
      return "configuration or data, not on the class path";
    }
    return "other file, not on the class path";
  }

  /** What a jar is taken for that is no component; empty if it is one. */
  public static Optional<String> closedJar(String path, FileTree tree) {
    boolean classes = false;
    boolean onlySources = true;
    boolean onlyPages = true;
    for (TreeFile file : tree.files()) {
      String name = file.path();
      if (name.startsWith(RECORD_FOLDER)) {
        return Optional.of(EARLIER_OUTPUT);
      }
      classes |= name.endsWith(".class");
      onlySources &= name.startsWith("META-INF/") || isSource(name);
      onlyPages &= name.startsWith("META-INF/") || isPage(name);
    }
    // sources of other languages may be what is run, so only the name tells that they are not
    boolean isCalledSo = path.endsWith("-sources.jar") || path.endsWith("-src.jar");
    boolean hasContent = tree.files().stream().anyMatch(f -> !f.path().startsWith("META-INF/"));
    if (!classes && hasContent && (isCalledSo || onlySources)) {
      return Optional.of("sources of a library");
    }
    if (!classes && onlyPages && path.endsWith("-javadoc.jar")) {
      return Optional.of("documentation of a library");
    }
    return path.endsWith("-tests.jar") || path.endsWith("-test.jar")
        ? Optional.of("test classes")
        : Optional.empty();
  }

  private static boolean isPage(String name) {
    return Set.of("html", "css", "js", "svg", "png", "gif", "txt", "md", "zip", "woff", "woff2")
            .contains(ending(name))
        || Paths.fileName(name).equals("package-list")
        || Paths.fileName(name).equals("element-list");
  }
}
