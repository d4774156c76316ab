package dev.girdle.python.linkage;

import dev.girdle.app.Item;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Reached;
import dev.girdle.io.Paths;
import dev.girdle.python.pack.ModuleFile;
import dev.girdle.python.pack.PythonRelease;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * The line of releases that native code of an application is made for, by the names of its files
 * (PEP 3149). What is made for another is not found by a Python of that line.
 */
public final class MadeFor {
  private MadeFor() {}

  /**
   * The line.
   *
   * @param closure the outcome of a walk
   * @param installedFor the line that packages were installed for; empty if nothing tells
   * @return that line, else the one that most native code is made for, of two the newer; empty if
   *     native code is made for none in particular
   */
  public static Optional<String> line(Closure closure, Optional<String> installedFor) {
    Map<String, Integer> lines = new TreeMap<>(PythonRelease::compare);
    for (Reached reached : closure.reached()) {
      String abi = abi(reached.item());
      if (!abi.isEmpty()) {
        lines.merge(abi, 1, Integer::sum);
      }
    }
    return installedFor
        .filter(lines::containsKey)
        .or(() -> lines.isEmpty() ? Optional.empty() : Optional.of(mostOf(lines)));
  }

  private static String mostOf(Map<String, Integer> lines) {
    String best = "";
    int most = 0;
    for (Map.Entry<String, Integer> one : lines.entrySet()) {
      if (one.getValue() >= most) {
        best = one.getKey();
        most = one.getValue();
      }
    }
    return best;
  }

  /** The line that an item is made for; empty for all others. */
  private static String abi(Item item) {
    return ModuleFile.of(Paths.fileName(item.path())).map(ModuleFile::abi).orElse("");
  }

  /**
   * What is made for another line, where nothing of its name is for this one.
   *
   * @param closure the outcome of a walk
   * @param line the line of all else
   * @return sentences
   */
  public static List<String> others(Closure closure, String line) {
    List<String> told = new ArrayList<>();
    for (Reached reached : closure.reached()) {
      Item item = reached.item();
      String abi = abi(item);
      if (!abi.isEmpty() && !abi.equals(line) && !hasTwin(item, line)) {
        told.add(
            item.path()
                + " of "
                + item.component().name()
                + " is made for Python "
                + abi
                + ", and cannot be loaded by a Python "
                + line);
      }
    }
    return told;
  }

  private static boolean hasTwin(Item item, String line) {
    String folder = Paths.folder(item.path());
    String stem = ModuleFile.of(Paths.fileName(item.path())).orElseThrow().stem();
    return item.component().items().stream()
        .filter(i -> i != item && Paths.folder(i.path()).equals(folder))
        .flatMap(i -> ModuleFile.of(Paths.fileName(i.path())).stream())
        .anyMatch(f -> f.stem().equals(stem) && (f.abi().isEmpty() || f.abi().equals(line)));
  }
}
