package dev.girdle.ecosystem;

import dev.girdle.app.ReleaseRange;
import dev.girdle.app.Target;
import dev.girdle.plan.RuntimeKind;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * A language runtime on this machine.
 *
 * @param title what it is: "Java 17.0.15 of Debian"
 * @param release its release, as ranges know it: "17", "18.17.1"
 * @param target where it runs; empty if that is not known
 * @param home its folder
 * @param foundBy how it was found: "JAVA_HOME", "on the path", "in the usual places", "on the
 *     shelf"
 * @param kinds how it can go along with a program; empty if it cannot
 * @param unfit why it cannot, in a few words; empty if it can
 */
public record FoundRuntime(
    String title,
    String release,
    Optional<Target> target,
    Path home,
    String foundBy,
    List<RuntimeKind> kinds,
    String unfit) {
  /** Copies the list. */
  public FoundRuntime {
    kinds = List.copyOf(kinds);
  }

  /**
   * Whether programs that need a certain runtime run on it.
   *
   * @param range which releases will do
   * @return true if this one will
   */
  public boolean isIn(ReleaseRange range) {
    return range.accepts(release);
  }
}
