package dev.girdle.node.survey;

import dev.girdle.plan.file.PlanFile;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What lies in a project's folder that is no part of the program, by its name. */
final class Places {
  private static final String MODULES = "node_modules/";
  private static final Pattern FOLDERS =
      Pattern.compile(
          "(?:^|/)(\\.git|\\.hg|\\.svn|\\.github|\\.gitlab|\\.circleci|\\.vscode|\\.idea|\\.nyc_output)/");
  private static final Pattern CACHES =
      Pattern.compile(
          "(?:^|/)node_modules/(\\.cache|\\.bin|\\.vite|\\.package-lock\\.json)(?:/|$)");
  private static final Pattern SECRETS =
      Pattern.compile("(?:^|/)(\\.env(?:\\.[\\w.-]+)?|\\.npmrc|\\.yarnrc(?:\\.yml)?)$");

  private Places() {}

  /** What a path is that is not taken for a part of the program; empty if it is. */
  static Optional<String> takenFor(String path) {
    if (FOLDERS.matcher(path).find()) {
      return Optional.of("data of version control, build servers and editors");
    }
    if (CACHES.matcher(path).find()) {
      return Optional.of("commands and caches of package managers");
    }
    if (path.equals(PlanFile.NAME)) {
      return Optional.of("the plan by which it is sealed");
    }
    boolean isOwn = !path.contains(MODULES);
    if (isOwn && SECRETS.matcher(path).find() && !path.endsWith(".example")) {
      return Optional.of("settings of this machine, which may hold secrets");
    }
    return Optional.empty();
  }

  /** The nearest place of a path where its being set aside is told. */
  static String told(String path) {
    for (Pattern pattern : new Pattern[] {FOLDERS, CACHES}) {
      Matcher matcher = pattern.matcher(path);
      if (matcher.find() && matcher.end() < path.length()) {
        return path.substring(0, matcher.end());
      }
    }
    return path;
  }

  /**
   * The folder of the package that a path lies in: behind the last {@code node_modules}.
   *
   * @return with a slash at the end; empty for the top
   */
  static String packageFolder(String path) {
    int at = path.startsWith(MODULES) ? 0 : -1;
    int found = path.lastIndexOf("/" + MODULES);
    at = found >= 0 ? found + 1 : at;
    if (at < 0) {
      return "";
    }
    int begin = at + MODULES.length();
    int end = path.indexOf('/', begin);
    if (end > 0 && path.charAt(begin) == '@') {
      end = path.indexOf('/', end + 1);
    }
    return end < 0
        ? packageFolder(path.substring(0, Math.max(0, at - 1)))
        : path.substring(0, end + 1);
  }
}
