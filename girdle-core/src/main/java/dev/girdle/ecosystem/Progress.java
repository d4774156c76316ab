package dev.girdle.ecosystem;

/** Is told how long work gets on. Called from one thread. */
public interface Progress {
  /** Tells nobody. */
  Progress SILENT = (what, done, total) -> {};

  /**
   * Work got on.
   *
   * @param what a few words: "sealing tidebook-1.4.0.jar"
   * @param done how much is done
   * @param total how much there is; 0 if not known
   */
  void at(String what, long done, long total);
}
