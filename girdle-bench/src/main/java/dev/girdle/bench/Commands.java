package dev.girdle.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.function.UnaryOperator;

/** Starts what a proof needs. */
final class Commands {
  private Commands() {}

  /**
   * Runs what has to go well.
   *
   * @return what it prints
   * @throws IllegalStateException if it does not go well, with all that it said
   */
  static String output(Path folder, List<String> words) throws IOException, InterruptedException {
    Path log = Files.createTempFile("girdle-proof", ".log");
    Process process =
        new ProcessBuilder(words).directory(folder.toFile()).redirectError(log.toFile()).start();
    process.getOutputStream().close();
    String text = new String(process.getInputStream().readAllBytes());
    if (process.waitFor() != 0) {
      throw new IllegalStateException(words + "\n" + text + Files.readString(log));
    }
    Files.delete(log);
    return text;
  }

  /** What a command prints, whatever its exit status says of the program. */
  static String said(Path folder, List<String> words) throws IOException, InterruptedException {
    Process process =
        new ProcessBuilder(words)
            .directory(folder.toFile())
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    process.getOutputStream().close();
    String text = new String(process.getInputStream().readAllBytes());
    process.waitFor();
    return text;
  }

  /**
   * Runs a program, its errors among what it prints.
   *
   * @param more variables
   * @param log gets what it prints
   * @param told what is left of that, so that runs can be compared
   */
  static Outcome outcome(
      Path folder,
      List<String> words,
      Map<String, String> more,
      Path log,
      int seconds,
      UnaryOperator<String> told)
      throws IOException, InterruptedException {
    ProcessBuilder builder =
        new ProcessBuilder(words)
            .directory(folder.toFile())
            .redirectErrorStream(true)
            .redirectOutput(log.toFile());
    builder.environment().putAll(more);
    Process process = builder.start();
    process.getOutputStream().close();
    if (!process.waitFor(seconds, TimeUnit.SECONDS)) {
      process.destroyForcibly().waitFor();
      return new Outcome(-1, "it did not end");
    }
    return new Outcome(process.exitValue(), told.apply(Files.readString(log)));
  }
}
