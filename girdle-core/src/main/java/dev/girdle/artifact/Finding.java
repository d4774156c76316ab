package dev.girdle.artifact;

/**
 * Something that a check found.
 *
 * @param part what was looked at
 * @param grade how bad it is
 * @param text one sentence
 */
public record Finding(Part part, Grade grade, String text) {
  /** What was looked at. */
  public enum Part {
    /** Whether every file is there and unaltered, and no other. */
    CONTENTS("whole and unaltered"),
    /** Whether this machine can run it. */
    MACHINE("runs on this machine"),
    /** Whether it says what it is. */
    IDENTITY("says what it is");

    private final String label;

    Part(String label) {
      this.label = label;
    }

    /**
     * How users are told.
     *
     * @return a few words that complete "the artifact …"
     */
    public String label() {
      return label;
    }
  }

  /** How bad it is. */
  public enum Grade {
    /** It is as it should be. */
    GOOD,
    /** Worth knowing, and no fault. */
    NOTE,
    /** It has to be mended. */
    WRONG
  }
}
