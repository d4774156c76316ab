package dev.girdle.probe;

/** Tries one subsystem of a Java. */
interface Probe {
  /**
   * Does a short piece of work with a subsystem, and fails if that does not go.
   *
   * @throws Exception if it does not do what it should
   */
  void run() throws Exception;
}
