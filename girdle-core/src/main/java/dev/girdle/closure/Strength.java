package dev.girdle.closure;

/** How badly a demand has to be satisfied. The strongest first. */
public enum Strength {
  /** The program fails where the demand stands if it is not satisfied. */
  HARD,
  /** The program is prepared for its absence, or may never come there. */
  SOFT,
  /** Taken along when it is there; its absence is not worth a word. */
  HINT;

  /**
   * The weaker of two: a chain is as strong as its weakest link.
   *
   * @param other the other
   * @return this or the other
   */
  public Strength weaker(Strength other) {
    return compareTo(other) >= 0 ? this : other;
  }
}
