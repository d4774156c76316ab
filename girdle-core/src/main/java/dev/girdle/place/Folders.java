package dev.girdle.place;

import java.io.IOException;
import java.nio.file.FileSystemException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.stream.Stream;

/**
 * Copies and deletes folders. Links are copied and deleted and not followed; what is gone already
 * does not matter when deleting.
 */
public final class Folders {
  private static final int MOST_ATTEMPTS = 30;
  private static final int PAUSE_MILLIS = 100;

  private Folders() {}

  /**
   * Copies a file, or a folder and all that is in it, with times and permissions.
   *
   * @param from an existing file or folder
   * @param to where it goes; a folder may exist, as long as nothing of the other is in it already
   * @throws IOException if something cannot be read or written
   */
  public static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> all = Files.walk(from)) {
      for (Path path : all.toList()) {
        boolean isTop = path.equals(from);
        if (isTop && Files.isDirectory(to)) {
          continue;
        }
        Files.copy(
            path,
            isTop ? to : to.resolve(from.relativize(path).toString()),
            StandardCopyOption.COPY_ATTRIBUTES,
            LinkOption.NOFOLLOW_LINKS);
      }
    }
  }

  /**
   * Windows deletes no file that may not be written to, nor one that somebody has open, as scanners
   * of whatever is new do for a moment.
   */
  private static void deleteFile(Path file) throws IOException {
    for (int attempt = 1; ; attempt++) {
      try {
        Files.deleteIfExists(file);
        return;
      } catch (FileSystemException e) {
        if (!Windows.isHere() || attempt == MOST_ATTEMPTS) {
          throw e;
        }
        file.toFile().setWritable(true);
        pause(e);
      }
    }
  }

  private static void pause(FileSystemException reason) throws FileSystemException {
    try {
      Thread.sleep(PAUSE_MILLIS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw reason;
    }
  }

  /**
   * Deletes a file or folder and all that is in it.
   *
   * @param path may be missing
   * @throws IOException if something cannot be deleted
   */
  public static void delete(Path path) throws IOException {
    if (!Files.exists(path, LinkOption.NOFOLLOW_LINKS)) {
      return;
    }
    Files.walkFileTree(
        path,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes a)
              throws IOException {
            open(dir);
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes a) throws IOException {
            deleteFile(file);
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFileFailed(Path file, IOException e) throws IOException {
            if (e instanceof NoSuchFileException) {
              return FileVisitResult.CONTINUE;
            }
            open(file);
            delete(file);
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult postVisitDirectory(Path dir, IOException e) throws IOException {
            Files.deleteIfExists(dir);
            return FileVisitResult.CONTINUE;
          }
        });
  }

  /** What is in a folder cannot be deleted if it cannot be written to. */
  private static void open(Path dir) throws IOException {
    boolean isClosed = !(Files.isWritable(dir) && Files.isReadable(dir) && Files.isExecutable(dir));
    if (isClosed && Files.isDirectory(dir, LinkOption.NOFOLLOW_LINKS)) {
      Closed.toOwner(dir);
    }
  }
}
