package dev.girdle.python.survey;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Folders beside a script that hold data only: libraries look in such for what they are told by
 * name, and the script names no folder. What holds code or a project of its own is somebody else's.
 */
final class DataFolders {
  private static final int MOST_FOLDERS = 50;
  private static final int MOST_FILES = 2_000;
  private static final Pattern OTHERS =
      Pattern.compile(
          "(?:.*/)?(?:\\.[^/]+/.*|[^/]+\\.(?:py|pyw|ipynb)|pyproject\\.toml|pyvenv\\.cfg)");

  private final Path folder;
  private final Map<Path, Set<String>> held = new TreeMap<>();
  private boolean isRead;

  DataFolders(Path folder) {
    this.folder = folder;
  }

  /**
   * Which of them hold a file.
   *
   * @param text the file's name, or the end of its path
   * @return folders beside the script
   * @throws IOException if the script's folder cannot be read
   */
  List<Path> holding(String text) throws IOException {
    if (!OwnFiles.mayName(text)) {
      return List.of();
    }
    if (!isRead) {
      read();
    }
    return held.entrySet().stream()
        .filter(e -> e.getValue().contains(text))
        .map(Map.Entry::getKey)
        .toList();
  }

  private void read() throws IOException {
    isRead = true;
    List<Path> all;
    try (Stream<Path> list = Files.list(folder)) {
      all =
          list.filter(Files::isDirectory)
              .filter(p -> !Files.isSymbolicLink(p))
              .filter(p -> !p.getFileName().toString().startsWith("."))
              .filter(p -> Places.takenFor(p.getFileName() + "/").isEmpty())
              .sorted()
              .limit(MOST_FOLDERS + 1L)
              .toList();
    }
    if (all.size() > MOST_FOLDERS) {
      return; // somebody's home rather than a program's folder
    }
    for (Path one : all) {
      Set<String> names = names(one);
      if (!names.isEmpty()) {
        held.put(one, names);
      }
    }
  }

  /** All ends of the paths in a folder; none if it is not one of data alone. */
  private static Set<String> names(Path top) {
    try (Stream<Path> walk = Files.walk(top)) {
      Set<String> names = new HashSet<>();
      int number = 0;
      for (Path file : (Iterable<Path>) walk.filter(Files::isRegularFile)::iterator) {
        String path = top.relativize(file).toString().replace('\\', '/');
        if (OTHERS.matcher(path).matches() || ++number > MOST_FILES) {
          return Set.of();
        }
        String end = path;
        names.add(end);
        while (end.indexOf('/') >= 0) {
          end = end.substring(end.indexOf('/') + 1);
          names.add(end);
        }
      }
      return names;
    } catch (IOException | java.io.UncheckedIOException e) {
      return Set.of(); // what cannot be read was not made for the program
    }
  }
}
