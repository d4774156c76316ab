package dev.girdle.python.source;

import java.util.List;

/**
 * Something that a source text asks for.
 *
 * @param way how it asks
 * @param level how many dots stand before the name of a module; 0 for none
 * @param name the module, or the text; or what that begins with
 * @param names what is imported from the module; {@code *} for all
 * @param end what the text ends with behind what is not known of it
 * @param isWhole whether {@code name} is all of the text
 * @param line where, from 1
 * @param certainty how sure it is that the code gets there
 * @param insteadOf the module that is tried before; empty if none is
 */
public record Mention(
    Way way,
    int level,
    String name,
    List<String> names,
    String end,
    boolean isWhole,
    int line,
    Certainty certainty,
    String insteadOf) {
  /** Copies the list. */
  public Mention {
    names = List.copyOf(names);
  }

  /** How a source text asks for something. */
  public enum Way {
    /** A module, by {@code import}. */
    IMPORT,
    /** A module, by a call that takes its name. */
    CALL,
    /** A module, by a call of something that is only called like what takes the name of one. */
    MAY_CALL,
    /** A text that may name a module, a file or something else. */
    TEXT
  }

  /** How sure it is that the code gets there, and cannot do without. */
  public enum Certainty {
    /** Whenever the module is loaded. */
    ALWAYS,
    /** Inside of a function, or under a condition. */
    PERHAPS,
    /** Under a condition of the release of Python or of the system. */
    ELSEWHERE,
    /** Where its absence is caught. */
    CAUGHT
  }
}
