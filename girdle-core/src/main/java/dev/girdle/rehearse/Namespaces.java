package dev.girdle.rehearse;

import dev.girdle.place.Scratch;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/** Linux namespaces, by the command {@code unshare} (util-linux), as root or as another user. */
final class Namespaces {
  private static final int SECONDS = 10;
  private static final List<String> AS_ROOT =
      List.of("unshare", "--mount", "--pid", "--fork", "--kill-child");

  private Namespaces() {}

  /** The words that put a command into fresh namespaces; empty if this system has none for us. */
  static Optional<List<String>> words(boolean network) {
    if (!System.getProperty("os.name").equals("Linux")) {
      return Optional.empty();
    }
    List<String> asUser = new ArrayList<>(AS_ROOT);
    asUser.addAll(List.of("--user", "--map-root-user"));
    for (List<String> way : List.of(AS_ROOT, asUser)) {
      List<String> words = new ArrayList<>(way);
      if (!network) {
        words.add("--net");
      }
      if (works(words)) {
        return Optional.of(words);
      }
    }
    return Optional.empty();
  }

  /** Whether a folder can be mounted there, which is all that is needed. */
  private static boolean works(List<String> words) {
    Path folder = null;
    try {
      folder = Scratch.newFolder();
      List<String> command = new ArrayList<>(words);
      command.addAll(
          List.of("sh", "-c", "mount -t tmpfs girdle \"$0\" && mount -t proc proc \"$0\""));
      command.add(folder.toString());
      Process process =
          new ProcessBuilder(command)
              .redirectErrorStream(true)
              .redirectOutput(ProcessBuilder.Redirect.DISCARD)
              .start();
      process.getOutputStream().close();
      boolean ended = process.waitFor(SECONDS, TimeUnit.SECONDS);
      process.destroyForcibly();
      return ended && process.exitValue() == 0;
    } catch (IOException e) {
      return false;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return false;
    } finally {
      deleteQuietly(folder);
    }
  }

  private static void deleteQuietly(Path folder) {
    try {
      if (folder != null) {
        Files.deleteIfExists(folder);
      }
    } catch (IOException e) {
      return; // an empty folder for temporary files, which the system clears
    }
  }
}
