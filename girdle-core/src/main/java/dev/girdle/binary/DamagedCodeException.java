package dev.girdle.binary;

import java.io.IOException;

/** A file looks like native code and does not hold what its header promises. */
final class DamagedCodeException extends IOException {
  private static final long serialVersionUID = 1;

  DamagedCodeException(String what) {
    super(what);
  }
}
