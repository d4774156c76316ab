package dev.girdle.rehearse;

import dev.girdle.evidence.Evidence;
import dev.girdle.plan.Rehearsal;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * How a rehearsal went.
 *
 * @param rehearsal what was to be done
 * @param hiding how well this machine was hidden
 * @param given what the machine was given besides, since the artifact brings none: a runtime; may
 *     be empty
 * @param status the exit status; -1 if it had to be ended
 * @param millis how long it took, until it was up if it is a service
 * @param failures what was not as expected; empty if it passed
 * @param ended the one of them that is about its exit status; empty if that is as expected
 * @param diagnoses what it missed, whether it passed or not
 * @param outside files outside the artifact that it read, or wanted to read and that are here
 * @param evidence what was seen in use
 * @param made the files it made where it was started, by their paths from there; a sign stands for
 *     numbers in them, which differ from run to run
 * @param output the end of its standard output
 * @param errors the end of its standard error
 */
public record RunResult(
    Rehearsal rehearsal,
    Hiding hiding,
    String given,
    int status,
    long millis,
    List<String> failures,
    Optional<String> ended,
    List<Diagnosis> diagnoses,
    List<Outside> outside,
    Evidence evidence,
    Set<String> made,
    String output,
    String errors) {
  /**
   * A file that does not travel.
   *
   * @param path its path
   * @param isRead whether it was read; if not, it was looked for, and lies on this machine only
   */
  public record Outside(String path, boolean isRead) {}

  /** Copies the lists. */
  public RunResult {
    failures = List.copyOf(failures);
    diagnoses = List.copyOf(diagnoses);
    outside = List.copyOf(outside);
    made = Set.copyOf(made);
  }

  /**
   * The same with another verdict.
   *
   * @param newFailures what was not as expected
   * @return a new performance
   */
  public RunResult with(List<String> newFailures) {
    return new RunResult(
        rehearsal,
        hiding,
        given,
        status,
        millis,
        newFailures,
        ended,
        diagnoses,
        outside,
        evidence,
        made,
        output,
        errors);
  }

  /**
   * Whether all was as expected.
   *
   * @return true if nothing failed
   */
  public boolean passed() {
    return failures.isEmpty();
  }
}
