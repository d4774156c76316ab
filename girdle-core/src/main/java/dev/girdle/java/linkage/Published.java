package dev.girdle.java.linkage;

import java.util.List;
import java.util.Optional;

/**
 * A library as a repository names it.
 *
 * @param library {@code group:artifact}
 * @param release its version
 */
record Published(String library, String release) {
  /**
   * Reads a path in a repository of the layout {@code group/artifact/version/file}.
   *
   * @param path from the repository's folder
   * @return empty if it has another shape
   */
  static Optional<Published> at(String path) {
    String[] parts = path.split("/");
    int n = parts.length;
    if (n < 4) {
      return Optional.empty();
    }
    String group = String.join(".", List.of(parts).subList(0, n - 3));
    return Optional.of(new Published(group + ":" + parts[n - 3], parts[n - 2]));
  }
}
