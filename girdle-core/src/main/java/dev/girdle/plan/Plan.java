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

  /**
   * The same plan with other wishes for what is to be made.
   *
   * @param newForms the forms to make
   * @param newArchive how components lie in an archive
   * @param newOut the folder that the artifacts go to
   * @param newAs the file name of the artifact; empty for name and release
   * @param newReplace whether an artifact that Girdle made before may be replaced
   * @return a new plan
   */
  public Plan withOutput(
      List<FormKind> newForms,
      ArchiveKind newArchive,
      Path newOut,
      Optional<String> newAs,
      boolean newReplace) {
    return new Plan(
        app,
        with,
        entry,
        name,
        release,
        prune,
        missingOk,
        newForms,
        newArchive,
        newOut,
        newAs,
        newReplace);
  }

  /**
   * The same plan with an entry point.
   *
   * @param newEntry the entry point
   * @return a new plan
   */
  public Plan withEntry(String newEntry) {
    return new Plan(
        app,
        with,
        Optional.of(newEntry),
        name,
        release,
        prune,
        missingOk,
        forms,
        archive,
        out,
        as,
        replace);
  }
}
