package dev.girdle.form;

import dev.girdle.io.SourceDate;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributeView;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/** Permissions where the system knows them; the same whatever the user's mask. */
public final class Permissions {
  private Permissions() {}

  /**
   * Gives all folders their permissions, and everything its time. Folders last and the innermost
   * first, since writing into a folder changes its time.
   *
   * @param place a folder in which nothing is written any more
   * @param date the time
   * @throws IOException if the system does not let it
   */
  public static void settle(Path place, SourceDate date) throws IOException {
    FileTime time = FileTime.from(date.instant());
    List<Path> all;
    try (Stream<Path> walk = Files.walk(place)) {
      all = walk.sorted(Comparator.reverseOrder()).toList();
    }
    for (Path path : all) {
      if (Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS)) {
        executable(path);
      }
      Files.getFileAttributeView(path, BasicFileAttributeView.class, LinkOption.NOFOLLOW_LINKS)
          .setTimes(time, null, null);
    }
  }

  /**
   * Everybody can read and execute it, and its owner write it.
   *
   * @param path a file or folder
   * @throws IOException if the system does not let it
   */
  public static void executable(Path path) throws IOException {
    set(path, "rwxr-xr-x");
  }

  /**
   * Everybody can read it, and its owner write it.
   *
   * @param path a file
   * @throws IOException if the system does not let it
   */
  public static void plain(Path path) throws IOException {
    set(path, "rw-r--r--");
  }

  private static void set(Path path, String permissions) throws IOException {
    PosixFileAttributeView posix = Files.getFileAttributeView(path, PosixFileAttributeView.class);
    if (posix != null) {
      posix.setPermissions(PosixFilePermissions.fromString(permissions));
    }
  }
}
