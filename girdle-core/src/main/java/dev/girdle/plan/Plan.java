package dev.girdle.plan;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What the user wants.
 *
 * @param app the application: a folder or a file
 * @param with further components, in the order the user named them
 * @param entry the entry point; empty to have it found
 * @param name the name; empty to have it found
 * @param release the release; empty to have it found
 * @param prune how finely things are left out
 * @param missingOk what may be missing
 * @param forms the forms to make; may be empty if nothing is to be made
 * @param archive how components lie in an archive
 * @param out the folder that the artifacts go to
 * @param as the file name of the artifact; empty for name and release
 * @param replace whether an artifact that Girdle made before may be replaced
 */
public record Plan(
    Path app,
    List<Path> with,
    Optional<String> entry,
    Optional<String> name,
    Optional<String> release,
    Prune prune,
    List<NamePattern> missingOk,
    List<FormKind> forms,
    ArchiveKind archive,
    Path out,
    Optional<String> as,
    boolean replace) {
  /** Copies the lists. */
  public Plan {
    with = List.copyOf(with);
    missingOk = List.copyOf(missingOk);
    forms = List.copyOf(forms);
  }

  /**
   * A plan that leaves everything to Girdle and makes nothing.
   *
   * @param app the application
   * @return a plan with all defaults
   */
  public static Plan of(Path app) {
    return new Plan(
        app,
        List.of(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Prune.COMPONENTS,
        List.of(),
        List.of(),
        ArchiveKind.NESTED,
        Path.of("sealed"),
        Optional.empty(),
        false);
  }
}
