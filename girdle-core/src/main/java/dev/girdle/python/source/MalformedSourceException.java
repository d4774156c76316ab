package dev.girdle.python.source;

/** A source file that Python would not read. */
public final class MalformedSourceException extends Exception {
  private static final long serialVersionUID = 1L;

  /**
   * Says why.
   *
   * @param why a few words behind the file's name
   */
  public MalformedSourceException(String why) {
    super(why);
  }
}
