package dev.girdle.artifact;

import dev.girdle.app.Target;
import dev.girdle.binary.LibcNeed;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/**
 * The machine that Girdle runs on.
 *
 * @param system "linux", "windows", "macos", or what else it calls itself
 * @param processor "x64", "arm64", or what else it calls itself
 * @param libc the release of its GNU C library; empty if it has another
 */
record Host(String system, String processor, Optional<LibcNeed> libc) {
  private static final int SECONDS = 5;

  static Host here() {
    String system = Target.systemCalled(System.getProperty("os.name"));
    String processor = Target.processorCalled(System.getProperty("os.arch"));
    return new Host(system, processor, system.equals("linux") ? askLibc() : Optional.empty());
  }

  String text() {
    return system + "-" + processor;
  }

  /** {@code getconf} (POSIX.1-2017) knows the GNU C library by a name of its own. */
  private static Optional<LibcNeed> askLibc() {
    try {
      Process process =
          new ProcessBuilder("getconf", "GNU_LIBC_VERSION")
              .redirectError(ProcessBuilder.Redirect.DISCARD)
              .start();
      process.getOutputStream().close();
      String said = new String(process.getInputStream().readNBytes(200), StandardCharsets.US_ASCII);
      if (!process.waitFor(SECONDS, TimeUnit.SECONDS)) {
        process.destroyForcibly();
      }
      return said.startsWith("glibc ") ? LibcNeed.of(said) : Optional.empty();
    } catch (IOException e) {
      return Optional.empty(); // a machine without the command has another library
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return Optional.empty();
    }
  }
}
