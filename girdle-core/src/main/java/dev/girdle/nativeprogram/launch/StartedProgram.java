package dev.girdle.nativeprogram.launch;

import dev.girdle.nativeprogram.linkage.Runner;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * What a starter starts.
 *
 * @param file a path in the artifact
 * @param runner what runs it, if it is no native program
 * @param runnerFile where that lies in the artifact; empty if it is the receiver's
 */
record StartedProgram(String file, Optional<Runner> runner, String runnerFile) {
  /**
   * The words by which it is started, without arguments.
   *
   * @param ours how a path in the artifact is written
   * @param plain how any other word is written
   */
  List<String> command(UnaryOperator<String> ours, UnaryOperator<String> plain) {
    List<String> words = new ArrayList<>();
    if (runner.isPresent()) {
      words.add(
          runnerFile.isEmpty() ? plain.apply(runner.get().program()) : ours.apply(runnerFile));
      runner.get().words().forEach(w -> words.add(plain.apply(w)));
    }
    words.add(ours.apply(file));
    return words;
  }

  /** The path of what the system itself runs; empty if that is the receiver's. */
  String code() {
    return runner.isPresent() ? runnerFile : file;
  }
}
