package dev.girdle.nativeprogram.launch;

import dev.girdle.nativeprogram.linkage.Runner;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * What a starter starts.
 *
 * @param file a path in the artifact
 * @param runners what runs it, if it is no native program, the outermost first
 * @param after words that stand behind it
 */
record StartedProgram(String file, List<RunBy> runners, List<String> after) {
  /**
   * What runs a file.
   *
   * @param runner what it is
   * @param file where that lies in the artifact; empty if it is the receiver's
   */
  record RunBy(Runner runner, String file) {}

  /**
   * The words by which it is started, without arguments.
   *
   * @param ours how a path in the artifact is written
   * @param plain how any other word is written
   */
  List<String> command(UnaryOperator<String> ours, UnaryOperator<String> plain) {
    List<String> words = new ArrayList<>();
    for (RunBy one : runners) {
      words.add(one.file.isEmpty() ? plain.apply(one.runner.program()) : ours.apply(one.file));
      one.runner.words().forEach(w -> words.add(plain.apply(w)));
    }
    words.add(ours.apply(file));
    after.forEach(w -> words.add(plain.apply(w)));
    return words;
  }

  /** The path of what the system itself runs; empty if that is the receiver's. */
  String code() {
    return runners.isEmpty() ? file : runners.get(0).file();
  }
}
