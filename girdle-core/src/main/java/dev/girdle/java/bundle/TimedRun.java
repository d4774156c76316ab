package dev.girdle.java.bundle;

import dev.girdle.place.Scratch;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;

/**
 * A command that was run without input, for a limited time.
 *
 * @param ended whether it ended by itself
 * @param lines what it said, on both of its streams
 */
record TimedRun(boolean ended, List<String> lines) {
  private static final long POLITE_SECONDS = 10;

  /**
   * Runs a command.
   *
   * @param builder what to run
   * @param seconds how long it may take; then it is ended, politely at first
   * @throws InterruptedIOException if the thread was interrupted; the command is ended then
   * @throws IOException if it cannot be started, or what it said cannot be read
   */
  static TimedRun of(ProcessBuilder builder, long seconds) throws IOException {
    Path output = Scratch.path(".txt");
    try {
      Process process = builder.redirectErrorStream(true).redirectOutput(output.toFile()).start();
      process.getOutputStream().close();
      boolean ended = hasEnded(process, seconds);
      String said = new String(Files.readAllBytes(output), StandardCharsets.UTF_8);
      return new TimedRun(ended, said.lines().toList());
    } finally {
      Files.deleteIfExists(output);
    }
  }

  private static boolean hasEnded(Process process, long seconds) throws InterruptedIOException {
    try {
      boolean ended = process.waitFor(seconds, TimeUnit.SECONDS);
      if (!ended) {
        process.destroy();
        process.waitFor(POLITE_SECONDS, TimeUnit.SECONDS);
      }
      return ended;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new InterruptedIOException("it was interrupted");
    } finally {
      process.destroyForcibly();
    }
  }

  /** What it said last, or other words if it said nothing. */
  String lastLine(String otherwise) {
    return lines.isEmpty() ? otherwise : lines.get(lines.size() - 1);
  }
}
