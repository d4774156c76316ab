package dev.girdle.ecosystem;

import java.util.List;
import java.util.regex.Pattern;

/**
 * Where the runtimes and tools of a language lie on systems that have them. A machine for a
 * rehearsal has none of them but the one runtime that it is given.
 *
 * @param folders folders that hold runtimes, packages and tools of the language and nothing else
 * @param programs names of its programs, as they lie on the path
 * @param given where on such a machine the runtime lies that it is given, where starters find it;
 *     under the first of these folders whose parent a machine has
 * @param program the runtime's program, as a path in its folder
 * @param settings paths of the runtime's own settings, which systems keep elsewhere
 */
public record SystemPlaces(
    List<String> folders,
    List<String> programs,
    List<String> given,
    String program,
    Pattern settings) {
  /** Copies the lists. */
  public SystemPlaces {
    folders = List.copyOf(folders);
    programs = List.copyOf(programs);
    given = List.copyOf(given);
  }

  /** Whether a path is a place of the runtime or its settings, so that nothing travels for it. */
  public boolean hold(String path) {
    return settings.matcher(path).matches()
        || given.stream().anyMatch(g -> path.equals(g) || path.startsWith(g + "/"));
  }
}
