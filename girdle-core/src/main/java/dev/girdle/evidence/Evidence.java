package dev.girdle.evidence;

import java.util.Collection;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * All that was seen in use, in one run or in several.
 *
 * @param seen each thing once
 */
public record Evidence(Set<Seen> seen) {
  /** No evidence: nothing was seen. */
  public static final Evidence NONE = new Evidence(Set.of());

  /** Copies the set. */
  public Evidence {
    seen = java.util.Collections.unmodifiableSortedSet(new TreeSet<>(seen));
  }

  /**
   * Puts several together.
   *
   * @param parts any number
   * @return all that was seen in any of them
   */
  public static Evidence of(Collection<Evidence> parts) {
    return new Evidence(parts.stream().flatMap(p -> p.seen.stream()).collect(Collectors.toSet()));
  }

  /**
   * The same as it counts of a run that failed in the end.
   *
   * @return without rehearsals that passed
   */
  public Evidence ofFailure() {
    return new Evidence(
        seen.stream()
            .filter(s -> !s.kind().equals(EvidenceKind.REHEARSAL))
            .collect(Collectors.toSet()));
  }

  /**
   * How many rehearsals passed and missed nothing.
   *
   * @return 0 if that was not seen
   */
  public int rehearsals() {
    return (int) seen.stream().filter(s -> s.kind().equals(EvidenceKind.REHEARSAL)).count();
  }

  /**
   * The names of all units of code.
   *
   * @return sorted
   */
  public Set<String> code() {
    return seen.stream()
        .filter(s -> s.kind().isCode())
        .map(Seen::name)
        .collect(Collectors.toCollection(TreeSet::new));
  }

  /**
   * The kinds of units of code that were seen.
   *
   * @return in a fixed order
   */
  public Set<EvidenceKind> codeKinds() {
    return seen.stream()
        .map(Seen::kind)
        .filter(EvidenceKind::isCode)
        .collect(Collectors.toCollection(TreeSet::new));
  }

  /**
   * The names of all things of a kind.
   *
   * @param kind the kind
   * @return sorted
   */
  public Set<String> names(EvidenceKind kind) {
    return seen.stream()
        .filter(s -> s.kind().equals(kind))
        .map(Seen::name)
        .collect(Collectors.toCollection(TreeSet::new));
  }
}
