package dev.girdle.rehearse;

import dev.girdle.place.Descendants;
import dev.girdle.plan.Rehearsal;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;

/**
 * One run of a program, from its start to its end.
 *
 * @param status its exit status; -1 if it had to be ended
 * @param millis how long it took; if it stays up, until it was up
 * @param isUp whether a service was up
 * @param isLate whether its time ran out
 * @param output its standard output, or the end of it
 * @param errors its standard error, or the end of it
 */
record ProcessRun(
    int status, long millis, boolean isUp, boolean isLate, String output, String errors) {
  private static final int LONGEST_TEXT = 4 << 20;
  private static final int POLITE_SECONDS = 10;
  private static final int PAUSE = 50;

  static ProcessRun of(ProcessBuilder builder, Rehearsal rehearsal, Path seen) throws IOException {
    Path output = seen.resolve("output.txt");
    Path errors = seen.resolve("errors.txt");
    builder.redirectOutput(output.toFile()).redirectError(errors.toFile());
    rehearsal.input().ifPresent(i -> builder.redirectInput(i.toFile()));
    long begin = System.nanoTime();
    Process process = builder.start();
    try {
      if (rehearsal.input().isEmpty()) {
        process.getOutputStream().close();
      }
      boolean isUp =
          rehearsal.expected().staysUp() && waitUntilUp(process, rehearsal, output, errors);
      boolean ended = isUp || process.waitFor(left(begin, rehearsal), TimeUnit.MILLISECONDS);
      long millis = (System.nanoTime() - begin) / 1_000_000;
      end(process);
      int status = ended && !isUp ? process.exitValue() : -1;
      return new ProcessRun(status, millis, isUp, !ended, text(output), text(errors));
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("it was interrupted", e);
    } finally {
      Descendants.each(process.toHandle(), ProcessHandle::destroyForcibly);
      process.destroyForcibly();
    }
  }

  /** The same, with line ends as this system has them, so that it can be compared. */
  ProcessRun withPlainLineEnds() {
    return new ProcessRun(
        status, millis, isUp, isLate, output.replace("\r\n", "\n"), errors.replace("\r\n", "\n"));
  }

  private static long left(long begin, Rehearsal rehearsal) {
    return Math.max(0, rehearsal.seconds() * 1000L - (System.nanoTime() - begin) / 1_000_000);
  }

  private static boolean waitUntilUp(Process process, Rehearsal rehearsal, Path output, Path errors)
      throws IOException, InterruptedException {
    long begin = System.nanoTime();
    Rehearsal.Expected expected = rehearsal.expected();
    while (process.isAlive() && left(begin, rehearsal) > 0) {
      if (expected.port() > 0 && answers(expected.port())) {
        return true;
      }
      if (!expected.line().isEmpty()
          && (text(output).contains(expected.line()) || text(errors).contains(expected.line()))) {
        return true;
      }
      Thread.sleep(PAUSE);
    }
    return false;
  }

  private static boolean answers(int port) {
    try (Socket socket = new Socket()) {
      socket.connect(new InetSocketAddress("127.0.0.1", port), PAUSE);
      return true;
    } catch (IOException e) {
      return false;
    }
  }

  /** Politely, as a system does that shuts down. */
  private static void end(Process process) throws InterruptedException {
    if (process.isAlive()) {
      Descendants.each(process.toHandle(), ProcessHandle::destroy);
      if (!process.waitFor(POLITE_SECONDS, TimeUnit.SECONDS)) {
        process.destroy();
        process.waitFor(1, TimeUnit.SECONDS);
      }
    }
  }

  private static String text(Path file) throws IOException {
    try (RandomAccessFile in = new RandomAccessFile(file.toFile(), "r")) {
      long length = in.length();
      byte[] bytes = new byte[(int) Math.min(length, LONGEST_TEXT)];
      in.seek(length - bytes.length);
      in.readFully(bytes);
      return new String(bytes, StandardCharsets.UTF_8);
    }
  }

  static boolean isSame(Path expected, String output) throws IOException {
    return Files.readString(expected).equals(output);
  }
}
