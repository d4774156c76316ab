package dev.girdle.python.pack;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.dataformat.toml.TomlMapper;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A list of projects that an application is to be installed with: what it requires (requirements
 * files of pip; {@code pyproject.toml}; {@code setup.cfg}; PyPA specifications, "Inline script
 * metadata"), or a lock, which names one release of all that any kind of installation may have
 * (PyPA specifications, "pylock.toml"; the locks of poetry, uv, pdm and pipenv).
 *
 * @param isLock whether it may name what need not be installed
 * @param requirements what it names
 */
public record ProjectList(boolean isLock, List<Requirement> requirements) {
  private static final Pattern REQUIREMENTS =
      Pattern.compile("(?:requirements|requirements/(?:base|main|prod|production))\\.txt");
  private static final Pattern LOCKS =
      Pattern.compile("pylock(?:\\.[\\w-]+)?\\.toml|(?:poetry|uv|pdm)\\.lock");
  private static final Pattern INLINE =
      Pattern.compile("(?m)^# /// script\\R((?:#(?: .*)?\\R)+?)# ///\\s*$");

  /** Copies the list. */
  public ProjectList {
    requirements = List.copyOf(requirements);
  }

  /**
   * Reads a file, if it is such a list.
   *
   * @param path in the application
   * @param text the file
   * @return empty if it is none, or cannot be read
   */
  public static Optional<ProjectList> of(String path, String text) {
    try {
      if (REQUIREMENTS.matcher(path).matches()) {
        return Optional.of(new ProjectList(false, lines(text)));
      }
      if (path.equals("pyproject.toml")) {
        return Optional.of(new ProjectList(false, ProjectFile.ofToml(text).requirements()));
      }
      if (path.equals("setup.cfg")) {
        return Optional.of(new ProjectList(false, ProjectFile.ofSettings(text).requirements()));
      }
      if (LOCKS.matcher(path).matches()) {
        return Optional.of(new ProjectList(true, locked(new TomlMapper().readTree(text))));
      }
      if (path.equals("Pipfile.lock")) {
        return Optional.of(new ProjectList(true, locked(new ObjectMapper().readTree(text))));
      }
      Matcher inline = INLINE.matcher(text);
      return path.endsWith(".py") && inline.find()
          ? Optional.of(new ProjectList(false, inline(inline.group(1))))
          : Optional.empty();
    } catch (IOException e) {
      return Optional.empty(); // nobody can install by it either
    }
  }

  /** Options, addresses and other files stand among the lines, and digests behind them. */
  private static List<Requirement> lines(String text) {
    List<Requirement> all = new ArrayList<>();
    for (String line : text.replaceAll("\\\\\\R", " ").split("\\R")) {
      String plain = line.replaceFirst("(?:^|\\s)#.*", "").replaceFirst("\\s--\\w.*", "").strip();
      if (!plain.isEmpty() && !plain.startsWith("-") && !plain.contains("://")) {
        Requirement.of(plain).ifPresent(all::add);
      }
    }
    return all;
  }

  private static List<Requirement> inline(String block) throws IOException {
    List<Requirement> all = new ArrayList<>();
    String toml = block.replaceAll("(?m)^# ?", "");
    new TomlMapper()
        .readTree(toml)
        .path("dependencies")
        .forEach(d -> Requirement.of(d.asText()).ifPresent(all::add));
    return all;
  }

  private static List<Requirement> locked(JsonNode root) {
    List<Requirement> all = new ArrayList<>();
    for (String table : List.of("package", "packages")) {
      for (JsonNode one : root.path(table)) {
        String release = one.path("version").asText("");
        if (!release.isEmpty()) {
          Requirement.of(one.path("name").asText() + " ==" + release).ifPresent(all::add);
        }
      }
    }
    for (Map.Entry<String, JsonNode> one : root.path("default").properties()) {
      String release = one.getValue().path("version").asText("");
      Requirement.of(one.getKey() + " " + release).ifPresent(all::add);
    }
    return all;
  }
}
