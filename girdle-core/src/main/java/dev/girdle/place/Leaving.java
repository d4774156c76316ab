package dev.girdle.place;

import java.util.concurrent.atomic.AtomicBoolean;

/** Whether the process was told to end, so that failures of what is still at work are no news. */
public final class Leaving {
  private static final AtomicBoolean BEGUN = new AtomicBoolean();

  private Leaving() {}

  static void begin() {
    BEGUN.set(true);
  }

  /**
   * Whether the process is about to end.
   *
   * @return true from the moment at which files for the moment are being removed
   */
  public static boolean hasBegun() {
    return BEGUN.get();
  }
}
