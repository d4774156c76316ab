package dev.girdle.python.bundle;

import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.TreeFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Pattern;

/**
 * The files of a Python's own library: those that a program may use, and those that no program
 * gets.
 */
final class LibraryFiles {
  private static final Map<Pattern, String> LEFT_OUT = new LinkedHashMap<>();
  private static final int LARGEST_SETTINGS = 4 << 20;

  static {
    LEFT_OUT.put(Pattern.compile("(?:site|dist)-packages/.*"), "");
    LEFT_OUT.put(Pattern.compile("(?:.*/)?__pycache__/.*"), "");
    LEFT_OUT.put(
        Pattern.compile(
            "(?:test/|.*/tests?/|lib-dynload/(?:_test|_xxtest|_ctypes_test|xxlimited|_xxinterp)).*"),
        "tests of Python itself");
    LEFT_OUT.put(
        Pattern.compile("(?:idlelib|turtledemo|lib2to3/pgen2/pgen|__phello__)/.*"),
        "an editor, and demonstrations");
    LEFT_OUT.put(
        Pattern.compile("ensurepip/.*"), "installs packages into environments, and what for");
    LEFT_OUT.put(
        Pattern.compile("config-[^/]*/.*|.*\\.(?:a|h|o|lib)"), "for those who build on Python");
    LEFT_OUT.put(Pattern.compile("EXTERNALLY-MANAGED|sitecustomize\\.py"), "of this machine");
  }

  private final Map<String, TreeFile> files = new TreeMap<>();
  private final Map<String, String> leftOut = new TreeMap<>();

  private LibraryFiles() {}

  /** Lists a Python's library. */
  static LibraryFiles of(PythonHome home) throws IOException {
    LibraryFiles library = new LibraryFiles();
    FolderTree tree =
        FolderTree.of(
            home.library(),
            p -> !p.matches("(?:site|dist)-packages") && !p.endsWith("__pycache__"));
    for (TreeFile file : tree.files()) {
      Optional<String> why =
          LEFT_OUT.entrySet().stream()
              .filter(e -> e.getKey().matcher(file.path()).matches())
              .map(Map.Entry::getValue)
              .findFirst();
      if (why.isEmpty()) {
        library.files.put(file.path(), library.neutral(home, file));
      } else if (!why.get().isEmpty()) {
        String top = file.path().replaceFirst("/.*", "");
        library.leftOut.putIfAbsent(top, why.get());
      }
    }
    return library;
  }

  /** Settings of the build name the folder that it was built for. */
  private TreeFile neutral(PythonHome home, TreeFile file) throws IOException {
    boolean isSettings =
        file.path().matches("_sysconfigdata[^/]*\\.py")
            && file.content().size() <= LARGEST_SETTINGS;
    if (!isSettings) {
      return file;
    }
    String text = new String(file.content().bytes(LARGEST_SETTINGS), StandardCharsets.UTF_8);
    String folder = home.folder().toString();
    String plain = folder.equals("/usr") ? text : text.replace(folder, "/python");
    // where its sources lay while it was built, and what else is of somebody's home
    plain = plain.replaceAll("/(?:root|home/[^/'\" ]+|tmp|build)/[^'\" ;:]*", "/python/build");
    return new TreeFile(file.path(), Content.of(plain.getBytes(StandardCharsets.UTF_8)));
  }

  /** What a program may use, by path in the library. */
  Map<String, TreeFile> files() {
    return files;
  }

  /** What no program gets, by the first part of its path, with the reason. */
  Map<String, String> leftOut() {
    return leftOut;
  }

  /** Those of a folder. */
  List<TreeFile> below(String folder) {
    List<TreeFile> found = new ArrayList<>();
    files.forEach(
        (path, file) -> {
          if (path.startsWith(folder)) {
            found.add(file);
          }
        });
    return found;
  }
}
