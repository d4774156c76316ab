package dev.girdle.evidence;

import java.util.Comparator;

/**
 * One thing that was seen in use.
 *
 * @param kind what it is
 * @param name its name: a class by its full name, a file by its path
 * @param from where it came from: the runtime's module, or the file in the artifact; may be empty
 */
public record Seen(EvidenceKind kind, String name, String from) implements Comparable<Seen> {
  private static final Comparator<Seen> ORDER =
      Comparator.comparing(Seen::kind).thenComparing(Seen::name).thenComparing(Seen::from);

  @Override
  public int compareTo(Seen other) {
    return ORDER.compare(this, other);
  }
}
