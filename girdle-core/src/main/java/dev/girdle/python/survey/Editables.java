package dev.girdle.python.survey;

import dev.girdle.io.FolderTree;
import dev.girdle.io.TreeFile;
import dev.girdle.python.survey.Distributions.Distribution;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Packages that are installed to be edited (PEP 660, and the {@code .egg-link} before it): their
 * code lies elsewhere on this machine, and files of their environment say where. These files mean
 * nothing to anybody else and stay behind.
 */
final class Editables {
  private final Path app;
  private final Map<String, List<Path>> folders = new LinkedHashMap<>();
  private final Map<String, Map<String, Path>> packages = new LinkedHashMap<>();
  private final Set<String> ofThisMachine = new TreeSet<>();
  private final List<String> notices = new ArrayList<>();

  Editables(Site site, List<TreeFile> files, Path app) {
    this.app = app;
    for (TreeFile file : files) {
      String path = file.path();
      boolean isTop = path.indexOf('/') < 0;
      if (isTop && path.endsWith(".pth")) {
        pathFile(site, file);
      } else if (isTop && path.matches("__editable__.*\\.py")) {
        Map<String, Path> found = PathFile.finder(Distributions.text(file.content()).orElse(""));
        packages.put(path, found);
        ofThisMachine.add(path);
      } else if (isTop && path.endsWith(".egg-link")) {
        ofThisMachine.add(path);
      }
    }
  }

  private void pathFile(Site site, TreeFile file) {
    String text = Distributions.text(file.content()).orElse("");
    List<Path> named = PathFile.folders(text, site.folder());
    boolean isEditable =
        file.path().startsWith("__editable__") || file.path().startsWith("_editable_impl_");
    if (!named.isEmpty()) {
      folders.put(file.path(), named);
    }
    if (!named.isEmpty() || isEditable) {
      ofThisMachine.add(file.path());
    }
  }

  /** Whether a file of the environment only leads to places of this machine. */
  boolean isOfThisMachine(String path) {
    return ofThisMachine.contains(path);
  }

  /** Whether files of a distribution lead to its code. */
  boolean isOf(Distribution one) {
    return one.files().stream()
        .anyMatch(f -> folders.containsKey(f.path()) || packages.containsKey(f.path()));
  }

  /**
   * The code of a distribution that lies outside of the application, by what its folder is called.
   */
  Map<String, List<TreeFile>> components(Distribution one) {
    Map<String, List<TreeFile>> found = new LinkedHashMap<>();
    for (TreeFile file : one.files()) {
      for (Path folder : folders.getOrDefault(file.path(), List.of())) {
        if (!folder.startsWith(app) && !app.startsWith(folder)) {
          add(found, one.name(), "", folder);
        }
      }
      packages
          .getOrDefault(file.path(), Map.of())
          .forEach(
              (name, folder) -> {
                if (!folder.startsWith(app) && Files.isDirectory(folder)) {
                  add(found, one.name(), name.replace('.', '/') + "/", folder);
                }
              });
    }
    return found;
  }

  private void add(Map<String, List<TreeFile>> found, String name, String prefix, Path folder) {
    try {
      FolderTree tree = FolderTree.of(folder, p -> Places.takenFor(p + "/").isEmpty());
      List<TreeFile> files = found.computeIfAbsent("editable " + name, n -> new ArrayList<>());
      for (TreeFile file : tree.files()) {
        if (Places.takenFor(file.path()).isEmpty()) {
          files.add(new TreeFile(prefix + file.path(), file.content()));
        }
      }
    } catch (IOException e) {
      notices.add(name + " is installed to be edited, and its code cannot be read");
    }
  }

  /** What the user should know. */
  List<String> notices() {
    return notices;
  }
}
