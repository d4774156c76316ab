package dev.girdle.form;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermissions;

/** Permissions where the system knows them; the same whatever the user's mask. */
final class Permissions {
  private Permissions() {}

  static void executable(Path path) throws IOException {
    set(path, "rwxr-xr-x");
  }

  static void plain(Path path) throws IOException {
    set(path, "rw-r--r--");
  }

  private static void set(Path path, String permissions) throws IOException {
    PosixFileAttributeView posix = Files.getFileAttributeView(path, PosixFileAttributeView.class);
    if (posix != null) {
      posix.setPermissions(PosixFilePermissions.fromString(permissions));
    }
  }
}
