package dev.girdle.io;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystems;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermissions;

/**
 * A folder for work in progress, closed to other users, and gone with all that is in it when it is
 * closed.
 *
 * @param path where it lies
 */
public record TemporaryFolder(Path path) implements AutoCloseable {
  /**
   * Makes one of a certain name; of that name and a number, should it be taken.
   *
   * @param name its file name
   * @return a new, empty folder
   * @throws IOException if it cannot be made
   */
  public static TemporaryFolder called(String name) throws IOException {
    Path parent = Path.of(System.getProperty("java.io.tmpdir"));
    boolean isPosix = FileSystems.getDefault().supportedFileAttributeViews().contains("posix");
    FileAttribute<?>[] closed =
        isPosix
            ? new FileAttribute<?>[] {
              PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------"))
            }
            : new FileAttribute<?>[0];
    for (int number = 0; ; number++) {
      Path path = parent.resolve(number == 0 ? name : name + "-" + number);
      try {
        return new TemporaryFolder(Files.createDirectory(path, closed));
      } catch (FileAlreadyExistsException e) {
        if (number == 1000) {
          throw e;
        }
      }
    }
  }

  @Override
  public void close() throws IOException {
    delete(path);
  }

  /**
   * Deletes a file or folder and all that is in it; links are deleted and not followed.
   *
   * @param path may be missing
   * @throws IOException if something cannot be deleted
   */
  public static void delete(Path path) throws IOException {
    if (!Files.exists(path, java.nio.file.LinkOption.NOFOLLOW_LINKS)) {
      return;
    }
    Files.walkFileTree(
        path,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes a) throws IOException {
            Files.delete(file);
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult postVisitDirectory(Path dir, IOException e) throws IOException {
            Files.delete(dir);
            return FileVisitResult.CONTINUE;
          }
        });
  }
}
