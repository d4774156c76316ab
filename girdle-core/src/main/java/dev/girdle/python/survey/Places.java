package dev.girdle.python.survey;

import dev.girdle.plan.file.PlanFile;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What lies in a project's folder that is no part of the program, by its name. */
final class Places {
  private static final Map<Pattern, String> FOLDERS = new LinkedHashMap<>();
  private static final Pattern SECRETS =
      Pattern.compile("(?:^|/)(\\.env(?:\\.[\\w.-]+)?|\\.pypirc|\\.netrc)$");

  static {
    FOLDERS.put(
        Pattern.compile(
            "(?:^|/)(\\.git|\\.hg|\\.svn|\\.github|\\.gitlab|\\.circleci|\\.vscode|\\.idea)/"),
        "data of version control, build servers and editors");
    FOLDERS.put(Pattern.compile("(?:^|/)__pycache__/"), "byte code that Python has left there");
    FOLDERS.put(
        Pattern.compile(
            "(?:^|/)(\\.pytest_cache|\\.mypy_cache|\\.ruff_cache|\\.tox|\\.nox|\\.hypothesis"
                + "|\\.eggs|htmlcov|\\.ipynb_checkpoints)/"),
        "caches and environments of tools");
    FOLDERS.put(Pattern.compile("(?:^|/)(node_modules)/"), "packages of JavaScript");
  }

  private Places() {}

  /** What a path is that is not taken for a part of the program; empty if it is. */
  static Optional<String> takenFor(String path) {
    for (Map.Entry<Pattern, String> folder : FOLDERS.entrySet()) {
      if (folder.getKey().matcher(path).find()) {
        return Optional.of(folder.getValue());
      }
    }
    if (path.equals(PlanFile.NAME)) {
      return Optional.of("the plan by which it is sealed");
    }
    if (SECRETS.matcher(path).find() && !path.endsWith(".example")) {
      return Optional.of("settings of this machine, which may hold secrets");
    }
    return Optional.empty();
  }

  /** The nearest place of a path where its being set aside is told. */
  static String told(String path) {
    for (Pattern pattern : FOLDERS.keySet()) {
      Matcher matcher = pattern.matcher(path);
      if (matcher.find()) {
        boolean isEverywhere = matcher.group().endsWith("__pycache__/");
        return isEverywhere ? "**/__pycache__/" : path.substring(0, matcher.end());
      }
    }
    return path;
  }
}
