package dev.girdle.rehearse;

import dev.girdle.ecosystem.RunPaths;
import dev.girdle.ecosystem.SystemPlaces;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * The paths that a program used on a stranger's machine.
 *
 * @param program where the artifact lies there
 * @param home the stranger's home there
 * @param runtime where runtimes of its language lie on systems; empty if it has none
 */
record SandboxPaths(String program, String home, Optional<SystemPlaces> runtime)
    implements RunPaths {
  private static final Pattern UNPACKED =
      Pattern.compile("(?:/\\.cache/girdle-run|^/tmp/girdle-run-\\d+)/[^/]+/");

  /** A path inside the artifact as its record has it; another path as it is. */
  @Override
  public String inArtifact(String path) {
    if (path.startsWith(program + "/")) {
      return path.substring(program.length() + 1);
    }
    var matcher = UNPACKED.matcher(path);
    if (matcher.find()) {
      return path.substring(matcher.end());
    }
    return path.startsWith(home + "/") ? "~" + path.substring(home.length()) : path;
  }

  /** Whether a path lies in the artifact, or in what it unpacks of itself. */
  boolean isInArtifact(String path) {
    return path.equals(program) || path.startsWith(program + "/") || UNPACKED.matcher(path).find();
  }

  /** Whether every system has such a place, so that nothing has to travel for it. */
  boolean isOfTheSystem(String path) {
    return path.startsWith("/proc/")
        || path.startsWith("/sys/")
        || path.startsWith("/dev/")
        || path.startsWith("/seen")
        || path.startsWith("/lib")
        || path.startsWith("/usr/")
        || path.startsWith("/bin/")
        || runtime.map(r -> r.hold(path)).orElse(false)
        || path.matches(
            "/etc/(ld\\.so\\..*|passwd|group|nsswitch\\.conf|hosts|host\\.conf|resolv\\.conf"
                + "|localtime|timezone|os-release|gai\\.conf|machine-id|ssl/.*|mime\\.types)")
        || path.equals("/")
        || path.equals("/etc")
        || path.equals("/tmp");
  }

  /** Whether it is news that a path was used: it would have to travel, or does. */
  @Override
  public boolean isNews(String path) {
    return isInArtifact(path) || !isOfTheSystem(path) && !isFresh(path);
  }

  /** Whether a path lies where nothing was before the program put it there. */
  boolean isFresh(String path) {
    return path.startsWith("/tmp/") || path.equals(home) || path.startsWith(home + "/");
  }
}
