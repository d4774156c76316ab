package dev.girdle.python.pack;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.dataformat.toml.TomlMapper;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a project says of itself: {@code pyproject.toml} (PyPA specifications, "Declaring project
 * metadata"; the older tables of poetry are read, too), {@code setup.cfg}, and of {@code setup.py}
 * what stands there as plain text, since it is not run.
 *
 * @param name empty if it does not say
 * @param release empty if it does not say, or computes it
 * @param requiresPython empty if it does not say
 * @param requirements what it needs, extras left out
 * @param commands what is started by name, and what it is
 * @param windowed names of those that open a window
 */
public record ProjectFile(
    Optional<String> name,
    Optional<String> release,
    Optional<String> requiresPython,
    List<Requirement> requirements,
    Map<String, EntryPointsFile.Offer> commands,
    List<String> windowed) {
  /** A project that says nothing. */
  public static final ProjectFile NONE =
      new ProjectFile(
          Optional.empty(), Optional.empty(), Optional.empty(), List.of(), Map.of(), List.of());

  private static final Pattern ARGUMENT =
      Pattern.compile("\\b(name|version|python_requires)\\s*=\\s*['\"]([^'\"]+)['\"]");

  /**
   * Reads {@code pyproject.toml}.
   *
   * @param text the file
   * @return what it says
   * @throws IOException if it is no TOML
   */
  public static ProjectFile ofToml(String text) throws IOException {
    JsonNode root = new TomlMapper().readTree(text);
    JsonNode project = root.path("project");
    JsonNode poetry = root.path("tool").path("poetry");
    Map<String, EntryPointsFile.Offer> commands = new LinkedHashMap<>();
    List<String> windowed = new ArrayList<>();
    offers(project.path("scripts"), commands);
    offers(poetry.path("scripts"), commands);
    offers(project.path("gui-scripts"), commands);
    project.path("gui-scripts").fieldNames().forEachRemaining(windowed::add);
    List<Requirement> requirements = new ArrayList<>();
    project
        .path("dependencies")
        .forEach(d -> Requirement.of(d.asText()).ifPresent(requirements::add));
    poetry
        .path("dependencies")
        .fieldNames()
        .forEachRemaining(
            n -> {
              boolean isOptional = poetry.path("dependencies").path(n).path("optional").asBoolean();
              if (!n.equals("python") && !isOptional) {
                Requirement.of(n).ifPresent(requirements::add);
              }
            });
    return new ProjectFile(
        text(project, "name").or(() -> text(poetry, "name")),
        text(project, "version").or(() -> text(poetry, "version")),
        text(project, "requires-python"),
        requirements,
        commands,
        windowed);
  }

  private static Optional<String> text(JsonNode node, String name) {
    return Optional.of(node.path(name).asText("")).filter(t -> !t.isEmpty());
  }

  private static void offers(JsonNode node, Map<String, EntryPointsFile.Offer> to) {
    node.properties()
        .forEach(
            e -> {
              if (e.getValue().isTextual()) {
                to.put(e.getKey(), EntryPointsFile.offer(e.getKey(), e.getValue().asText()));
              }
            });
  }

  /**
   * Reads {@code setup.cfg}.
   *
   * @param text the file
   * @return what it says
   */
  public static ProjectFile ofSettings(String text) {
    Map<String, String> values = new LinkedHashMap<>();
    String section = "";
    String key = "";
    for (String raw : text.split("\r?\n")) {
      String line = raw.strip();
      int equals = line.indexOf('=');
      if (line.isEmpty() || line.startsWith("#") || line.startsWith(";")) {
        continue;
      }
      if (raw.startsWith("[") && line.endsWith("]")) {
        section = line.substring(1, line.length() - 1) + ".";
      } else if (Character.isWhitespace(raw.charAt(0)) && !key.isEmpty()) {
        values.merge(key, line, (a, b) -> a + "\n" + b);
      } else if (equals > 0) {
        key = section + line.substring(0, equals).strip();
        values.put(key, line.substring(equals + 1).strip());
      }
    }
    Map<String, EntryPointsFile.Offer> commands = new LinkedHashMap<>();
    List<String> windowed = new ArrayList<>();
    for (String group : EntryPointsFile.STARTED) {
      for (String line : values.getOrDefault("options.entry_points." + group, "").split("\n")) {
        int equals = line.indexOf('=');
        if (equals > 0) {
          String name = line.substring(0, equals).strip();
          commands.put(name, EntryPointsFile.offer(name, line.substring(equals + 1)));
          if (group.startsWith("gui")) {
            windowed.add(name);
          }
        }
      }
    }
    List<Requirement> requirements = new ArrayList<>();
    for (String line : values.getOrDefault("options.install_requires", "").split("\n")) {
      Requirement.of(line).ifPresent(requirements::add);
    }
    return new ProjectFile(
        Optional.ofNullable(values.get("metadata.name")),
        Optional.ofNullable(values.get("metadata.version")).filter(v -> !v.contains(":")),
        Optional.ofNullable(values.get("options.python_requires")),
        requirements,
        commands,
        windowed);
  }

  /**
   * Reads {@code setup.py} without running it.
   *
   * @param text the file
   * @return name and release, if they stand there
   */
  public static ProjectFile ofSetup(String text) {
    Map<String, String> values = new LinkedHashMap<>();
    Matcher matcher = ARGUMENT.matcher(text);
    while (matcher.find()) {
      values.putIfAbsent(matcher.group(1), matcher.group(2));
    }
    return new ProjectFile(
        Optional.ofNullable(values.get("name")),
        Optional.ofNullable(values.get("version")),
        Optional.ofNullable(values.get("python_requires")),
        List.of(),
        Map.of(),
        List.of());
  }

  /**
   * What this says, and what another says of all else.
   *
   * @param other is asked second
   * @return both
   */
  public ProjectFile or(ProjectFile other) {
    return new ProjectFile(
        name.or(other::name),
        release.or(other::release),
        requiresPython.or(other::requiresPython),
        requirements.isEmpty() ? other.requirements : requirements,
        commands.isEmpty() ? other.commands : commands,
        commands.isEmpty() ? other.windowed : windowed);
  }
}
