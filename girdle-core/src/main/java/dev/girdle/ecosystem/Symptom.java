package dev.girdle.ecosystem;

import java.util.Optional;

/**
 * What a line that a program wrote says of something that it misses.
 *
 * @param kind what it misses
 * @param name its name, as the language spells it
 * @param path where it would lie in a component; the name itself if that is a path
 * @param part the part of the runtime that would have it; empty if no runtime would
 */
public record Symptom(Kind kind, String name, String path, Optional<String> part) {
  /** What a program can miss. */
  public enum Kind {
    /** A unit of code. */
    CODE,
    /** A part of the runtime. */
    PART,
    /** A library of native code. */
    LIBRARY,
    /** A file. */
    FILE
  }
}
