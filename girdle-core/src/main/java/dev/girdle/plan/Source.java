package dev.girdle.plan;

import dev.girdle.evidence.Evidence;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What is to be sealed, and what the user already knows about it.
 *
 * @param app the application: a folder or a file
 * @param with further components, in the order the user named them
 * @param entries the entry points; empty to have it found
 * @param name the name; empty to have it found
 * @param release the release; empty to have it found
 * @param declared how declared dependencies are found
 * @param language the id of the language that leads; empty to have it found
 * @param links what symbolic links in its folders are taken for. By {@link LinkHandling#KEEP} they
 *     stay links where programs of the language can have some, and what others lead to counts in
 *     their place
 * @param seen what runs of it were seen to use, if only runs tell what it needs
 */
public record Source(
    Path app,
    List<Path> with,
    List<Entry> entries,
    Optional<String> name,
    Optional<String> release,
    Declared declared,
    Optional<String> language,
    LinkHandling links,
    Evidence seen) {
  /** A source of which no runs are known. */
  public Source(
      Path app,
      List<Path> with,
      List<Entry> entries,
      Optional<String> name,
      Optional<String> release,
      Declared declared,
      Optional<String> language,
      LinkHandling links) {
    this(app, with, entries, name, release, declared, language, links, Evidence.NONE);
  }

  /** Copies the lists. */
  public Source {
    with = List.copyOf(with);
    entries = List.copyOf(entries);
  }

  /**
   * The same source with other entry points.
   *
   * @param newEntries the entry points
   * @return a new source
   */
  public Source with(List<Entry> newEntries) {
    return new Source(app, with, newEntries, name, release, declared, language, links, seen);
  }

  /**
   * The same source with another way to find what it declares.
   *
   * @param newDeclared how declared dependencies are found
   * @return a new source
   */
  public Source with(Declared newDeclared) {
    return new Source(app, with, entries, name, release, newDeclared, language, links, seen);
  }

  /**
   * The same source after it was run.
   *
   * @param newSeen what its runs were seen to use
   * @return a new source
   */
  public Source with(Evidence newSeen) {
    return new Source(app, with, entries, name, release, declared, language, links, newSeen);
  }

  /**
   * A source of which everything else is to be found.
   *
   * @param app the application
   * @return no further components and no choices
   */
  public static Source of(Path app) {
    return new Source(
        app,
        List.of(),
        List.of(),
        Optional.empty(),
        Optional.empty(),
        Declared.LOCAL,
        Optional.empty(),
        LinkHandling.KEEP);
  }
}
