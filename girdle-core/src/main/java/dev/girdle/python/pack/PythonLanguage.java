package dev.girdle.python.pack;

/** What the language is called. */
public final class PythonLanguage {
  /** In plans and options. */
  public static final String ID = "python";

  /** For users. */
  public static final String NAME = "Python";

  private PythonLanguage() {}
}
