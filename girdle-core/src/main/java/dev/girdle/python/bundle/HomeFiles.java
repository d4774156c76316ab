package dev.girdle.python.bundle;

import dev.girdle.binary.NeededLibraries;
import dev.girdle.io.FolderTree;
import dev.girdle.io.TreeFile;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.plan.Choice;
import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What of a Python goes along, as it lies in its own folder: program, library, licence. */
final class HomeFiles {
  private static final Path LICENCES_OF_SYSTEM = Path.of("/usr/share/doc");

  private final PythonHome home;
  private final String top;
  private final Map<String, LayoutFile> files = new TreeMap<>();
  private final Map<String, String> parts = new TreeMap<>();
  private final Map<String, String> leftOut = new TreeMap<>();

  private HomeFiles(PythonHome home, String top) {
    this.home = home;
    this.top = top;
  }

  /**
   * Chooses.
   *
   * @param home the Python
   * @param top where it goes, with a slash at the end
   * @param asked names of modules that a program asks for; empty for all there are
   * @param choice what the plan wants in and out
   */
  static HomeFiles of(PythonHome home, String top, Optional<Set<String>> asked, Choice choice)
      throws IOException {
    HomeFiles chosen = new HomeFiles(home, top);
    LibraryFiles library = LibraryFiles.of(home);
    chosen.leftOut.putAll(library.leftOut());
    Map<String, String> why =
        asked.isPresent()
            ? LibraryWalk.of(library, asked.get(), choice)
            : library.files().keySet().stream()
                .collect(Collectors.toMap(p -> p, p -> home.title() + ", whole"));
    String lib = home.isWindows() ? "Lib/" : "lib/" + home.library().getFileName() + "/";
    for (TreeFile file : library.files().values()) {
      String reason = why.get(file.path());
      if (reason != null) {
        chosen.add(lib + file.path(), file, file.path().startsWith("lib-dynload/"), reason);
      }
      if (asked.isPresent()) {
        chosen.tell(file.path(), reason);
      }
    }
    chosen.program();
    chosen.licence();
    return chosen;
  }

  /** By path. */
  List<LayoutFile> files() {
    return new ArrayList<>(files.values());
  }

  /** Modules without dots that go along, each with the reason; empty if all do. */
  Map<String, String> parts() {
    return parts;
  }

  /** What stays behind, with the reason. */
  Map<String, String> leftOut() {
    return leftOut;
  }

  private void add(String path, TreeFile file, boolean isCode, String reason) {
    files.put(
        top + path,
        new LayoutFile(top + path, file.content(), isCode, Packing.AS_IT_IS, home.title(), reason));
  }

  /** By the names of modules without dots. */
  private void tell(String path, String reason) {
    String name =
        path.replaceFirst("^lib-dynload/", "").replaceFirst("/.*", "").replaceFirst("\\..*", "");
    if (reason != null) {
      parts.putIfAbsent(name, reason);
      leftOut.remove(name);
    } else if (!parts.containsKey(name)) {
      leftOut.putIfAbsent(name, "nothing in the closure asks for it");
    }
  }

  private void program() throws IOException {
    String name = home.isWindows() ? "python.exe" : "bin/python3";
    add(name, new TreeFile(name, FolderTree.content(home.program())), true, home.title());
    Path folder = home.isWindows() ? home.folder() : home.folder().resolve("lib");
    Pattern wanted =
        home.isWindows()
            ? Pattern.compile("python\\d+\\.dll|python3\\.dll|vcruntime.*\\.dll|pythonw\\.exe")
            : Pattern.compile("libpython" + Pattern.quote(home.line()) + "\\.(so\\.1\\.0|dylib)");
    for (Path file : inside(folder)) {
      String library = file.getFileName().toString();
      if (wanted.matcher(library).matches() && isUsed(library)) {
        String path = (home.isWindows() ? "" : "lib/") + library;
        add(path, new TreeFile(path, FolderTree.content(file)), true, home.title());
      }
    }
  }

  /** A program may have all of Python in it, and the library be for others. */
  private boolean isUsed(String library) throws IOException {
    if (!library.endsWith(".so.1.0")) {
      return true;
    }
    try (SeekableByteChannel channel = FolderTree.channel(home.program())) {
      return NeededLibraries.of(channel).contains(library);
    }
  }

  private void licence() throws IOException {
    List<Path> places =
        List.of(
            home.library().resolve("LICENSE.txt"),
            home.library().resolve("LICENSE"),
            home.folder().resolve("LICENSE.txt"),
            home.folder().resolve("LICENSE"),
            LICENCES_OF_SYSTEM.resolve("python" + home.line()).resolve("copyright"));
    for (Path place : places) {
      if (Files.isRegularFile(place)) {
        TreeFile text = new TreeFile("LICENSE", FolderTree.content(place));
        add("LICENSE", text, false, "licence of " + home.title());
        return;
      }
    }
  }

  private static List<Path> inside(Path folder) throws IOException {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> all = Files.list(folder)) {
      return all.filter(Files::isRegularFile).sorted().toList();
    }
  }
}
