package dev.girdle.bench.corpus;

import java.util.List;
import java.util.Map;

/**
 * What came of one program in all ways.
 *
 * @param name the program
 * @param kind what kind of program it is
 * @param batch the batch it came in with
 * @param falseAlarms what was said to be needed and missing, though the job goes well without
 * @param ways for each way, what came of it
 * @param handedOver the bytes that were handed over
 */
record Trial(
    String name,
    String kind,
    int batch,
    List<String> falseAlarms,
    Map<String, Result> ways,
    long handedOver) {
  /** How a sealed program did. */
  enum Verdict {
    /** It did the same as on the plain class path. */
    SAME("same"),
    /** It failed, with an exit status or words that say so. */
    FAILS("**fails**"),
    /** It did something else, and nothing says so. */
    SILENT("**silent**"),
    /** Nothing was made. */
    NOT_SEALED("not sealed");

    private final String words;

    Verdict(String words) {
      this.words = words;
    }

    String words() {
      return words;
    }
  }

  /**
   * What came of one way.
   *
   * @param verdict how it did
   * @param bytes the size of what was made; 0 if nothing was
   * @param millis how long sealing took
   * @param note the first difference, or why nothing was made
   */
  record Result(Verdict verdict, long bytes, long millis, String note) {}
}
