package dev.girdle.cli;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.TimeUnit;

/** What is known about the user's terminal. */
final class Terminal {
  private static final int USUAL = 80;

  private Terminal() {}

  /** Its width in characters, as {@code stty} tells it; 80 if it does not. */
  static int width() {
    try {
      Process stty =
          new ProcessBuilder("stty", "size")
              .redirectInput(new File("/dev/tty"))
              .redirectError(ProcessBuilder.Redirect.DISCARD)
              .start();
      String[] size =
          new String(stty.getInputStream().readAllBytes(), StandardCharsets.US_ASCII)
              .strip()
              .split(" ");
      boolean told = stty.waitFor(1, TimeUnit.SECONDS) && size.length == 2;
      int width = told ? Integer.parseInt(size[1]) : USUAL;
      return width > 0 ? width : USUAL;
    } catch (IOException | NumberFormatException e) {
      return USUAL;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return USUAL;
    }
  }
}
