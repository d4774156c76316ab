package dev.girdle.plan;

import dev.girdle.app.Target;
import java.util.List;
import java.util.Optional;

/**
 * How dependencies that the application declares and does not hold are found.
 *
 * @param repositories addresses of repositories, in the order in which they are asked
 * @param offline whether nothing but what is on this machine is asked
 * @param target the target whose variants of libraries are wanted; empty for those of this machine
 */
public record Declared(List<String> repositories, boolean offline, Optional<Target> target) {
  /** Only what is on this machine. */
  public static final Declared LOCAL = new Declared(List.of(), false, Optional.empty());

  /** Copies the list. */
  public Declared {
    repositories = List.copyOf(repositories);
  }
}
