package dev.girdle.python.bundle;

import dev.girdle.binary.CodeTexts;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.TreeFile;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The scripts that Tcl and Tk are made of for the most part, without which no window opens (Library
 * Reference, "tkinter"): they go along with the libraries, which name the folder that they were
 * built to find them in.
 */
final class WindowFiles {
  private static final Pattern LIBRARY = Pattern.compile("lib(tcl|tk)(\\d+\\.\\d+)\\.so.*");
  private static final Map<String, String> FIRST = Map.of("tcl", "init.tcl", "tk", "tk.tcl");
  private static final int SHORTEST = 6;

  private WindowFiles() {}

  /**
   * Looks for them.
   *
   * @param taken libraries that go along
   * @param libraryFolder where they go, with a slash at the end
   * @return scripts, in folders of Tcl's and Tk's own names
   * @throws IOException if something cannot be read
   */
  static List<LayoutFile> of(List<LayoutFile> taken, String libraryFolder) throws IOException {
    Map<String, LayoutFile> wanted = new TreeMap<>();
    Set<Path> parents = new TreeSet<>();
    for (LayoutFile library : taken) {
      Matcher name = LIBRARY.matcher(Paths.fileName(library.path()));
      if (name.matches()) {
        String folder = name.group(1) + name.group(2);
        wanted.put(folder, library);
        // only Tcl says where its own lies; Tk looks beside that
        CodeTexts.readAscii(
            library.content(),
            SHORTEST,
            text -> {
              for (String part : text.split("[:;, {}]")) {
                if (part.startsWith("/") && part.endsWith("/" + folder)) {
                  parents.add(Path.of(part).getParent());
                }
              }
            });
      }
    }
    Map<String, LayoutFile> files = new TreeMap<>();
    for (Map.Entry<String, LayoutFile> one : wanted.entrySet()) {
      String first = FIRST.get(one.getKey().replaceFirst("\\d.*", ""));
      for (Path parent : parents) {
        Path place = parent.resolve(one.getKey());
        if (Files.isRegularFile(place.resolve(first))) {
          add(place, libraryFolder + one.getKey() + "/", one.getValue().component(), files);
        }
      }
    }
    return new ArrayList<>(files.values());
  }

  private static void add(Path from, String to, String component, Map<String, LayoutFile> files)
      throws IOException {
    for (TreeFile file : FolderTree.of(from, p -> !p.equals("demos")).files()) {
      files.putIfAbsent(
          to + file.path(),
          new LayoutFile(
              to + file.path(),
              file.content(),
              false,
              Packing.AS_IT_IS,
              component,
              "what windows are made of that Python opens"));
    }
  }
}
