package dev.girdle.place;

import java.nio.file.Path;
import java.util.Map;

/** Girdle's own folders in the user's home (XDG Base Directory Specification 0.8). */
public final class UserFolders {
  private UserFolders() {}

  /**
   * The folder for what can be made again.
   *
   * @param environment the environment variables
   * @return a folder that may not exist
   */
  public static Path cache(Map<String, String> environment) {
    return ownFolder(environment.getOrDefault("XDG_CACHE_HOME", ""), ".cache");
  }

  /**
   * The folder of the user's own settings.
   *
   * @param environment the environment variables
   * @return a folder that may not exist
   */
  public static Path settings(Map<String, String> environment) {
    return ownFolder(environment.getOrDefault("XDG_CONFIG_HOME", ""), ".config");
  }

  /** Relative paths in these variables count as none, by the specification. */
  private static Path ownFolder(String wanted, String usual) {
    Path home = Path.of(System.getProperty("user.home"));
    Path base = wanted.startsWith("/") ? Path.of(wanted) : home.resolve(usual);
    return base.resolve("girdle");
  }
}
