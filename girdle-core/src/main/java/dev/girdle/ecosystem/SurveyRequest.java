package dev.girdle.ecosystem;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What is to be surveyed, and what the user already knows about it.
 *
 * @param app the application: a folder or a file
 * @param with further components, in the order the user named them
 * @param entry the entry point, if the user chose it
 * @param name the name, if the user chose it
 * @param release the release, if the user chose it
 */
public record SurveyRequest(
    Path app,
    List<Path> with,
    Optional<String> entry,
    Optional<String> name,
    Optional<String> release) {
  /** Copies the list. */
  public SurveyRequest {
    with = List.copyOf(with);
  }

  /**
   * A request that leaves everything to survey.
   *
   * @param app the application
   * @return a request without further components and choices
   */
  public static SurveyRequest of(Path app) {
    return new SurveyRequest(app, List.of(), Optional.empty(), Optional.empty(), Optional.empty());
  }
}
