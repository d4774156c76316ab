package dev.girdle.seal;

import dev.girdle.fault.GirdleException;
import java.nio.file.Path;
import java.util.List;

/** What every artifact has to pass before it is moved to its place. */
public interface Gate {
  /**
   * Looks at an artifact.
   *
   * @param artifact where it lies for the moment
   * @return what the user should know about it, one sentence each
   * @throws GirdleException if it must not get to its place
   */
  List<String> pass(Path artifact);
}
