package dev.girdle.evidence;

import java.util.Locale;

/** What kind of thing was seen in use. */
public enum EvidenceKind {
  /** A class was loaded, by its full name. */
  CLASS,
  /** A file was opened, by its path. */
  FILE,
  /** A native library was loaded, by its path. */
  LIBRARY,
  /** A program was started, by its path. */
  PROCESS,
  /** A network address was connected to, with its port. */
  ADDRESS,
  /** A rehearsal passed and missed nothing: its name, and a digest of what it was given. */
  REHEARSAL;

  /**
   * How it is written in a file of evidence.
   *
   * @return in small letters
   */
  public String text() {
    return name().toLowerCase(Locale.ROOT);
  }
}
