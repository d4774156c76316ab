package dev.girdle.report;

/**
 * What the picture shows.
 *
 * @param title what people call it
 * @param name its name, fit for a file name
 * @param release its release; empty if not known
 * @param isArtifact whether it is a finished artifact; else an application
 * @param form the artifact's form, for the user; empty for an application
 * @param target where it is to run; empty for everywhere
 * @param entry where execution starts
 * @param prune how finely things are left out; empty if not known
 * @param runtime the runtime that is needed, or goes along, for the user
 * @param girdle the release of Girdle that drew it
 */
public record Subject(
    String title,
    String name,
    String release,
    boolean isArtifact,
    String form,
    String target,
    String entry,
    String prune,
    String runtime,
    String girdle) {
  /**
   * Name and release as files bear them.
   *
   * @return {@code name-release}, or the name alone
   */
  public String fileName() {
    return release.isEmpty() ? name : name + "-" + release;
  }
}
