package dev.girdle.place;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;

/** Files and folders that only their owner can use, on systems that tell users apart. */
final class Closed {
  private static final Set<PosixFilePermission> FOLDER =
      PosixFilePermissions.fromString("rwx------");
  private static final Set<PosixFilePermission> FILE = PosixFilePermissions.fromString("rw-------");

  private Closed() {}

  static Path newFolder(Path folder) throws IOException {
    return Files.createDirectory(folder, with(FOLDER, folder));
  }

  static Path newFile(Path file) throws IOException {
    return Files.createFile(file, with(FILE, file));
  }

  private static FileAttribute<?>[] with(Set<PosixFilePermission> permissions, Path path) {
    return isPosix(path)
        ? new FileAttribute<?>[] {PosixFilePermissions.asFileAttribute(permissions)}
        : new FileAttribute<?>[0];
  }

  /** Whether a folder was made here, or in the same way; a link to one was not. */
  static boolean isFolder(Path folder) throws IOException {
    return Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)
        && (!isPosix(folder)
            || Files.getPosixFilePermissions(folder, LinkOption.NOFOLLOW_LINKS).equals(FOLDER));
  }

  /** Lets the owner work in a folder, whatever was forbidden before. */
  static void toOwner(Path folder) throws IOException {
    if (isPosix(folder)) {
      Files.setPosixFilePermissions(folder, FOLDER);
    }
  }

  private static boolean isPosix(Path path) {
    return path.getFileSystem().supportedFileAttributeViews().contains("posix");
  }
}
