package dev.girdle.probe;

/** Tries one subsystem of a Java. */
interface Probe {
  /**
   * Tries it.
   *
   * @throws Exception if it does not do what it should
   */
  void run() throws Exception;
}
