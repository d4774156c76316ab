package dev.girdle.java.format;

/** What the language is called, wherever languages are told apart. */
public final class JavaLanguage {
  /** The word for plans, options, records. */
  public static final String ID = "java";

  /** The word for people. */
  public static final String NAME = "Java";

  private JavaLanguage() {}
}
