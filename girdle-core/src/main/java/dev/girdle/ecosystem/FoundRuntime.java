package dev.girdle.ecosystem;

import dev.girdle.app.ReleaseRange;
import dev.girdle.app.Target;
import java.nio.file.Path;
import java.util.Optional;

/**
 * A language runtime on this machine.
 *
 * @param title what it is: "Java 17.0.15 of Debian"
 * @param release its feature release
 * @param target where it runs; empty if that is not known
 * @param home its folder
 * @param foundBy how it was found: "JAVA_HOME", "on the path", "in the usual places", "on the
 *     shelf"
 * @param canGoAlong whether it can be put beside a program
 */
public record FoundRuntime(
    String title,
    int release,
    Optional<Target> target,
    Path home,
    String foundBy,
    boolean canGoAlong) {
  /**
   * Whether programs that need a certain runtime run on it.
   *
   * @param range which releases will do
   * @return true if this one will
   */
  public boolean isIn(ReleaseRange range) {
    return range.accepts(Integer.toString(release));
  }
}
