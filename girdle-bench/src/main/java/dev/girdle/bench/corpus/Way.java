package dev.girdle.bench.corpus;

import java.util.List;

/**
 * One way to seal a program.
 *
 * @param name what the table calls it
 * @param options options of {@code seal}
 * @param isFolder whether a folder is made, else an archive
 * @param atDefaults whether nothing but what a new user would say is said: neither what may be
 *     missing nor a form
 */
record Way(String name, List<String> options, boolean isFolder, boolean atDefaults) {
  /** All ways that the corpus is sealed in. */
  static final List<Way> ALL =
      List.of(
          new Way("defaults", List.of(), false, true),
          folder("components", "--prune", "components"),
          folder("files", "--prune", "files"),
          folder("classes", "--prune", "classes"),
          new Way("merged", List.of("--archive", "merged"), false, false),
          folder("trimmed", "--runtime", "trimmed"),
          folder("tight", "--runtime", "tight"));

  private static Way folder(String name, String... options) {
    return new Way(name, List.of(options), true, false);
  }
}
