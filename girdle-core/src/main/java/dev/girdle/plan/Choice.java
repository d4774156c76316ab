package dev.girdle.plan;

import dev.girdle.app.Target;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What the user wants to go along and to stay behind.
 *
 * @param level how finely things are left out; empty for what is usual
 * @param usual what is usual for the language
 * @param missingOk what may be missing * @param strict whether what is perhaps needed and missing
 *     stops the work, too
 * @param always what goes along in any case
 * @param never what stays behind in any case
 * @param evidence files that tell what was in use when the program ran
 * @param target where the artifact is to run; empty for everywhere
 * @param contents what is said of single files besides
 */
public record Choice(
    Optional<Prune> level,
    Prune usual,
    List<NamePattern> missingOk,
    boolean strict,
    List<NamePattern> always,
    List<NamePattern> never,
    List<Path> evidence,
    Optional<Target> target,
    Contents contents) {
  /** What is done without any wish of the user. */
  public static final Choice USUAL =
      new Choice(
          Optional.empty(),
          Prune.FILES,
          List.of(),
          false,
          List.of(),
          List.of(),
          List.of(),
          Optional.empty(),
          Contents.USUAL);

  /** A choice with a level of pruning. */
  public Choice(
      Prune prune,
      List<NamePattern> missingOk,
      boolean strict,
      List<NamePattern> always,
      List<NamePattern> never,
      List<Path> evidence,
      Optional<Target> target) {
    this(
        Optional.of(prune),
        Prune.FILES,
        missingOk,
        strict,
        always,
        never,
        evidence,
        target,
        Contents.USUAL);
  }

  /** Copies the lists. */
  public Choice {
    missingOk = List.copyOf(missingOk);
    always = List.copyOf(always);
    never = List.copyOf(never);
    evidence = List.copyOf(evidence);
  }

  /**
   * How finely things are left out.
   *
   * @return what is usual if nothing is chosen
   */
  public Prune prune() {
    return level.orElse(usual);
  }

  /**
   * The same choice for another language.
   *
   * @param newUsual what is usual for it
   * @return a new choice
   */
  public Choice usually(Prune newUsual) {
    return new Choice(
        level, newUsual, missingOk, strict, always, never, evidence, target, contents);
  }

  /**
   * The same choice for another target.
   *
   * @param newTarget where the artifact is to run; empty for everywhere
   * @return a new choice
   */
  public Choice with(Optional<Target> newTarget) {
    return new Choice(
        level, usual, missingOk, strict, always, never, evidence, newTarget, contents);
  }

  /**
   * The same choice with other things that go along.
   *
   * @param newAlways what goes along in any case
   * @param newEvidence files that tell what was in use
   * @return a new choice
   */
  public Choice with(List<NamePattern> newAlways, List<Path> newEvidence) {
    return new Choice(
        level, usual, missingOk, strict, newAlways, never, newEvidence, target, contents);
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
