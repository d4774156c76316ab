package dev.girdle.report;

/** What becomes of a piece. */
public enum Disposition {
  /** It goes along, since something asks for it. */
  NEEDED("needed"),
  /** It goes along with what holds it, though nothing asks for it. */
  ALONG("travels along"),
  /** It goes along, and no rehearsal has ever seen it in use. */
  QUIET("never seen in use"),
  /** It stays behind. */
  LEFT("stays behind");

  private final String label;

  Disposition(String label) {
    this.label = label;
  }

  /**
   * What users read.
   *
   * @return a few words
   */
  public String label() {
    return label;
  }

  /**
   * Whether it goes along.
   *
   * @return false only for what stays behind
   */
  public boolean isIn() {
    return this != LEFT;
  }
}
