package dev.girdle.python.pack;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** A Python of this machine, asked about itself; no code of what is installed in it is run. */
public final class Interpreter {
  private static final int MOST = 4096;
  private static final int SECONDS = 10;

  private Interpreter() {}

  /**
   * Asks.
   *
   * @param program a program
   * @param code what is to be run in it, which prints the answer
   * @return the lines of the answer; empty if it is no Python, or cannot be started
   */
  public static List<String> asked(Path program, String code) {
    try {
      Process process =
          new ProcessBuilder(program.toString(), "-I", "-S", "-c", code)
              .redirectError(ProcessBuilder.Redirect.DISCARD)
              .start();
      try (InputStream in = process.getInputStream()) {
        String said = new String(in.readNBytes(MOST), StandardCharsets.UTF_8);
        process.waitFor(SECONDS, TimeUnit.SECONDS);
        process.destroyForcibly();
        return said.lines().toList();
      }
    } catch (IOException e) {
      return List.of(); // it cannot be started, so it is none
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return List.of();
    }
  }
}
