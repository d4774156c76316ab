package dev.girdle.plan;

import dev.girdle.app.Target;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What the user wants to go along and to stay behind.
 *
 * @param prune how finely things are left out
 * @param missingOk what may be missing * @param strict whether what is perhaps needed and missing
 *     stops the work, too
 * @param always what goes along in any case
 * @param never what stays behind in any case
 * @param evidence files that tell what was in use when the program ran
 * @param target where the artifact is to run; empty for everywhere
 */
public record Choice(
    Prune prune,
    List<NamePattern> missingOk,
    boolean strict,
    List<NamePattern> always,
    List<NamePattern> never,
    List<Path> evidence,
    Optional<Target> target) {
  /** What is done without any wish of the user. */
  public static final Choice USUAL = of(Prune.FILES);

  /** Copies the lists. */
  public Choice {
    missingOk = List.copyOf(missingOk);
    always = List.copyOf(always);
    never = List.copyOf(never);
    evidence = List.copyOf(evidence);
  }

  /**
   * The same choice for another target.
   *
   * @param newTarget where the artifact is to run; empty for everywhere
   * @return a new choice
   */
  public Choice with(Optional<Target> newTarget) {
    return new Choice(prune, missingOk, strict, always, never, evidence, newTarget);
  }

  /**
   * The same choice with other things that go along.
   *
   * @param newAlways what goes along in any case
   * @param newEvidence files that tell what was in use
   * @return a new choice
   */
  public Choice with(List<NamePattern> newAlways, List<Path> newEvidence) {
    return new Choice(prune, missingOk, strict, newAlways, never, newEvidence, target);
  }

  /**
   * A choice of nothing but the pruning.
   *
   * @param prune how finely things are left out
   * @return without patterns and target
   */
  public static Choice of(Prune prune) {
    return new Choice(prune, List.of(), false, List.of(), List.of(), List.of(), Optional.empty());
  }
}
