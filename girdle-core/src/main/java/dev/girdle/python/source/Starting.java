package dev.girdle.python.source;

/** Whether execution starts with a module, so that what stands under {@code __main__} runs. */
public enum Starting {
  /** It does. */
  STARTED,
  /** It may: the user's own scripts are started by others, too. */
  MAY_BE,
  /** It is only imported. */
  NEVER,
  /**
   * It is only imported, and of Python's own library: functions that are called like those that
   * start or test a module are for its main block alone, too.
   */
  OF_LIBRARY;

  /** Whether what stands under {@code __main__} never runs. */
  boolean isNever() {
    return this == NEVER || this == OF_LIBRARY;
  }
}
