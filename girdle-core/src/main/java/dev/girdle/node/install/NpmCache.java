package dev.girdle.node.install;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Map;

/**
 * What npm has fetched before and keeps in the user's home: files by their digests (npm
 * documentation, "npm-cache"; the layout {@code content-v2} of its store).
 *
 * @param folder may not exist
 */
public record NpmCache(Path folder) {
  /**
   * The user's.
   *
   * @param environment the environment variables
   * @return where npm keeps it
   */
  public static NpmCache of(Map<String, String> environment) {
    String named = environment.getOrDefault("npm_config_cache", "");
    String home = environment.getOrDefault("HOME", System.getProperty("user.home"));
    return new NpmCache((named.isEmpty() ? Path.of(home, ".npm") : Path.of(named)));
  }

  /**
   * Whether it holds something.
   *
   * @param integrity its digests, as lock files write them
   * @return false also if none of them can be read
   */
  public boolean holds(String integrity) {
    for (String one : integrity.split("\\s+")) {
      int dash = one.indexOf('-');
      if (dash > 0 && one.substring(0, dash).matches("sha\\d+")) {
        try {
          byte[] digest =
              Base64.getDecoder().decode(one.substring(dash + 1).replaceAll("\\?.*", ""));
          String hex = HexFormat.of().formatHex(digest);
          Path file =
              folder.resolve(
                  "_cacache/content-v2/"
                      + one.substring(0, dash)
                      + "/"
                      + hex.substring(0, 2)
                      + "/"
                      + hex.substring(2, 4)
                      + "/"
                      + hex.substring(4));
          if (Files.isRegularFile(file)) {
            return true;
          }
        } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
          continue; // no digest
        }
      }
    }
    return false;
  }
}
