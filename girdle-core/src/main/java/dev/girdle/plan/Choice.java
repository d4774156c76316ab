package dev.girdle.plan;

import dev.girdle.app.Target;
import java.util.List;
import java.util.Optional;

/**
 * What the user wants to go along and to stay behind.
 *
 * @param prune how finely things are left out
 * @param missingOk what may be missing
 * @param always what goes along in any case
 * @param never what stays behind in any case
 * @param target where the artifact is to run; empty for everywhere
 */
public record Choice(
    Prune prune,
    List<NamePattern> missingOk,
    List<NamePattern> always,
    List<NamePattern> never,
    Optional<Target> target) {
  /** What is done without any wish of the user. */
  public static final Choice USUAL = of(Prune.COMPONENTS);

  /** Copies the lists. */
  public Choice {
    missingOk = List.copyOf(missingOk);
    always = List.copyOf(always);
    never = List.copyOf(never);
  }

  /**
   * The same choice for another target.
   *
   * @param newTarget where the artifact is to run; empty for everywhere
   * @return a new choice
   */
  public Choice with(Optional<Target> newTarget) {
    return new Choice(prune, missingOk, always, never, newTarget);
  }

  /**
   * A choice of nothing but the pruning.
   *
   * @param prune how finely things are left out
   * @return without patterns and target
   */
  public static Choice of(Prune prune) {
    return new Choice(prune, List.of(), List.of(), List.of(), Optional.empty());
  }
}
