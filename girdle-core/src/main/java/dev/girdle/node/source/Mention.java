package dev.girdle.node.source;

/**
 * Something that a source text asks for.
 *
 * @param way how it asks
 * @param begin the text that it asks by, or what that begins with
 * @param end what the text ends with behind what is not known of it
 * @param isWhole whether {@code begin} is all of the text
 * @param line where, from 1
 * @param certainty how sure it is that the code gets there
 */
public record Mention(
    Way way, String begin, String end, boolean isWhole, int line, Certainty certainty) {
  /** How a source text asks for something. */
  public enum Way {
    /** A module, by {@code require} or {@code require.resolve}. */
    REQUIRE,
    /** A module, by {@code import} or {@code export … from}. */
    IMPORT,
    /** A path from the folder of the file that asks. */
    PATH,
    /** A text that may name a package or a file. */
    TEXT
  }

  /** How sure it is that the code gets there, and cannot do without. */
  public enum Certainty {
    /** Whenever the module is loaded. */
    ALWAYS,
    /** Inside of a function, or under a condition. */
    PERHAPS,
    /** Where a failure is caught. */
    CAUGHT
  }
}
