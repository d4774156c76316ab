package dev.girdle.seal;

import dev.girdle.fault.GirdleException;
import java.util.ArrayList;
import java.util.List;

/**
 * What became of a plan.
 *
 * @param artifacts what was made, in the order of the targets and forms
 * @param failures what was not
 */
public record Outcome(List<Artifact> artifacts, List<Failure> failures) {
  /** Copies the lists. */
  public Outcome {
    artifacts = List.copyOf(artifacts);
    failures = List.copyOf(failures);
  }

  /**
   * Something that was not made.
   *
   * @param what the form and the target, or the target
   * @param why what was wrong
   */
  public record Failure(String what, GirdleException why) {}

  /**
   * What was made, if all of it was.
   *
   * @return the artifacts
   * @throws GirdleException if something failed; all of it is told
   */
  public List<Artifact> orThrow() {
    if (failures.isEmpty()) {
      return artifacts;
    }
    if (failures.size() == 1) {
      throw failures.get(0).why();
    }
    List<String> lines = new ArrayList<>();
    failures.forEach(
        f -> {
          lines.add("not made: " + f.what());
          f.why().lines().forEach(l -> lines.add("  " + l));
        });
    throw new GirdleException(failures.get(0).why().fault(), lines);
  }
}
