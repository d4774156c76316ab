package dev.girdle.binary;

import java.io.IOException;

/** A file looks like native code and does not hold what its header promises. */
public final class DamagedCodeException extends IOException {
  private static final long serialVersionUID = 1;

  /**
   * Creates the exception.
   *
   * @param what what is wrong, for people
   */
  public DamagedCodeException(String what) {
    super(what);
  }
}
