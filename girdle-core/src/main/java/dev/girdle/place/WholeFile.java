package dev.girdle.place;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.time.Instant;
import java.util.UUID;

/**
 * Writes files that others may read at the same time: they find the old bytes or the new. What a
 * process that was killed has left behind is cleared away when the same file is written again.
 */
public final class WholeFile {
  private static final String ENDING = ".part";

  /** No file of a cache takes longer to be written or fetched. */
  private static final Duration LONGEST = Duration.ofHours(1);

  private WholeFile() {}

  /** Makes the new bytes. */
  public interface Maker {
    /**
     * Makes a file.
     *
     * @param work where; nothing is there yet
     * @return whether it was made, and shall be put in its place
     * @throws IOException if it cannot be made
     */
    boolean make(Path work) throws IOException;
  }

  /**
   * Writes a file that only its owner can read, in place of the one that is there.
   *
   * @param file its folder is made if it is not there
   * @param bytes all of it
   * @throws IOException if it cannot be written; the old one is still there then
   */
  public static void write(Path file, byte[] bytes) throws IOException {
    write(
        file,
        work -> {
          Files.write(Closed.newFile(work), bytes);
          return true;
        });
  }

  /**
   * Writes a file that whoever may use its folder can read, in place of the one that is there.
   *
   * @param file as above
   * @param bytes all of it
   * @throws IOException as above
   */
  public static void writeOpen(Path file, byte[] bytes) throws IOException {
    write(
        file,
        work -> {
          Files.write(work, bytes);
          return true;
        });
  }

  /**
   * Makes a file in place of the one that is there.
   *
   * @param file its folder is made if it is not there
   * @param maker makes it
   * @return whether it was made
   * @throws IOException if it cannot be made; the old one is still there then
   */
  public static boolean write(Path file, Maker maker) throws IOException {
    Files.createDirectories(file.getParent());
    String prefix = "." + file.getFileName() + ".";
    sweep(file.getParent(), prefix);
    Path work = file.resolveSibling(prefix + UUID.randomUUID().toString().substring(0, 8) + ENDING);
    try {
      boolean isMade = maker.make(work);
      if (isMade) {
        Files.move(work, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
      }
      return isMade;
    } finally {
      Files.deleteIfExists(work);
    }
  }

  private static void sweep(Path folder, String prefix) throws IOException {
    Instant old = Instant.now().minus(LONGEST);
    try (DirectoryStream<Path> all = Files.newDirectoryStream(folder)) {
      for (Path path : all) {
        String name = path.getFileName().toString();
        if (name.startsWith(prefix)
            && name.endsWith(ENDING)
            && Files.getLastModifiedTime(path).toInstant().isBefore(old)) {
          Files.deleteIfExists(path);
        }
      }
    } catch (java.nio.file.NoSuchFileException e) {
      return; // somebody else was quicker
    }
  }
}
