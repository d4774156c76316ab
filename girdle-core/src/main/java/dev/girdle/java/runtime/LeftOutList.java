package dev.girdle.java.runtime;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** The list of the classes that a runtime was made without, a line for each package. */
final class LeftOutList {
  static final String PATH = "lib/left-out-classes.txt";

  private LeftOutList() {}

  /**
   * Writes the list.
   *
   * @param there paths in all modules of the whole runtime
   * @param kept paths in the modules that go along
   */
  static byte[] of(Iterable<String> there, Set<String> kept) {
    Map<String, Set<String>> packages = new TreeMap<>();
    for (String path : there) {
      int slash = path.lastIndexOf('/');
      if (slash > 0 && path.endsWith(".class") && !kept.contains(path)) {
        packages
            .computeIfAbsent(path.substring(0, slash).replace('/', '.'), p -> new TreeSet<>())
            .add(path.substring(slash + 1, path.length() - ".class".length()));
      }
    }
    StringBuilder text = new StringBuilder("# Classes that this Java was made without.\n");
    packages.forEach(
        (name, classes) ->
            text.append(name).append(": ").append(String.join(" ", classes)).append('\n'));
    return text.toString().getBytes(StandardCharsets.UTF_8);
  }
}
