package dev.girdle.evidence;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * What kind of thing was seen in use. Units of code have a kind that their language brings; they
 * come before all others. Kinds of one id are equal, whatever words they bring.
 *
 * @param id how it is written in a file of evidence: a word of small letters
 * @param one how people call one of them
 * @param many how people call several of them
 * @param isCode whether it is a unit of code, as a language names it
 */
public record EvidenceKind(String id, String one, String many, boolean isCode)
    implements Comparable<EvidenceKind> {
  /** A file was opened, by its path. */
  public static final EvidenceKind FILE = new EvidenceKind("file", "file", "files", false);

  /** A file was looked at, and not opened, by its path. */
  public static final EvidenceKind LOOKED =
      new EvidenceKind("looked", "file looked at", "files looked at", false);

  /** A native library was loaded, by its path. */
  public static final EvidenceKind LIBRARY =
      new EvidenceKind("library", "library", "libraries", false);

  /** A program was started, by its path. */
  public static final EvidenceKind PROCESS =
      new EvidenceKind("process", "program", "programs", false);

  /** A network address was connected to, with its port. */
  public static final EvidenceKind ADDRESS =
      new EvidenceKind("address", "address", "addresses", false);

  /** A rehearsal passed and missed nothing: its name, and a digest of what it was given. */
  public static final EvidenceKind REHEARSAL =
      new EvidenceKind("rehearsal", "rehearsal", "rehearsals", false);

  /** What any program can be seen to use, in the order in which it is told. */
  public static final List<EvidenceKind> OF_ANY_PROGRAM =
      List.of(FILE, LIBRARY, PROCESS, ADDRESS, LOOKED, REHEARSAL);

  private static final Comparator<EvidenceKind> ORDER =
      Comparator.comparing((EvidenceKind k) -> OF_ANY_PROGRAM.indexOf(k))
          .thenComparing(EvidenceKind::id);

  /**
   * A unit of code of some language.
   *
   * @param id how it is written
   * @param many how people call several of them
   * @return its kind
   */
  public static EvidenceKind code(String id, String many) {
    return new EvidenceKind(id, id, many, true);
  }

  /**
   * The kind that a word in a file of evidence stands for.
   *
   * @param id the word
   * @return a unit of code if it is none of what any program can use; empty if it is no such word
   */
  public static Optional<EvidenceKind> of(String id) {
    return OF_ANY_PROGRAM.stream()
        .filter(k -> k.id.equals(id))
        .findFirst()
        .or(() -> id.matches("[a-z_]+") ? Optional.of(code(id, id)) : Optional.empty());
  }

  /**
   * How people call some of them.
   *
   * @param count how many
   * @return the word for one, or for several
   */
  public String words(int count) {
    return count == 1 ? one : many;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof EvidenceKind kind && kind.id.equals(id);
  }

  @Override
  public int hashCode() {
    return id.hashCode();
  }

  @Override
  public int compareTo(EvidenceKind other) {
    return ORDER.compare(this, other);
  }
}
