package dev.girdle.app;

/** What a component is to the application. */
public enum Role {
  /** The user's own code: what the application was named by. */
  OWN("own code"),
  /**
   * It holds the entry point, and that is all that speaks for its being the user's own: it may as
   * well be a tool that somebody else made.
   */
  PROGRAM("program"),
  /** Supplied with it. */
  LIBRARY("library"),
  /** The language runtime, which is not part of the application. */
  RUNTIME("runtime");

  private final String label;

  Role(String label) {
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
   * Whether the user has made it, as far as can be told.
   *
   * @return true for what nothing may be left out of by what a closure thinks
   */
  public boolean isUsers() {
    return this == OWN || this == PROGRAM;
  }
}
