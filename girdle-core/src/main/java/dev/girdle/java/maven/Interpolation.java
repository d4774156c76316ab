package dev.girdle.java.maven;

import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Puts the values of properties into a description (POM reference, "Properties"). */
final class Interpolation {
  private static final Pattern REFERENCE = Pattern.compile("\\$\\{([^{}$]+)}");
  private static final int DEEPEST = 20;
  private static final int LONGEST = 10_000;

  private final Pom pom;
  private final Map<String, String> machine;
  private final String parentVersion;

  Interpolation(Pom pom, Map<String, String> machine, String parentVersion) {
    this.pom = pom;
    this.machine = machine;
    this.parentVersion = parentVersion;
  }

  Pom apply() {
    return new Pom(
        pom.parent(),
        fill(pom.group()),
        fill(pom.artifact()),
        fill(pom.version()),
        fill(pom.packaging()),
        pom.properties(),
        pom.dependencies().stream().map(this::fill).toList(),
        pom.managed().stream().map(this::fill).toList(),
        pom.repositories().stream()
            .map(r -> new Pom.Repository(fill(r.id()), fill(r.url())))
            .toList(),
        List.of(),
        pom.relocation() == null
            ? null
            : new Pom.Parent(
                fill(pom.relocation().group()),
                fill(pom.relocation().artifact()),
                fill(pom.relocation().version()),
                null));
  }

  private Pom.Dependency fill(Pom.Dependency d) {
    return new Pom.Dependency(
        fill(d.group()),
        fill(d.artifact()),
        fill(d.version()),
        fill(d.classifier()),
        fill(d.type()),
        fill(d.scope()),
        fill(d.optional()),
        d.exclusions().stream().map(this::fill).toList());
  }

  /** Values may refer to other values; what refers to itself stays as it is. */
  String fill(String text) {
    String result = text;
    for (int i = 0; i < DEEPEST && result != null && result.contains("${"); i++) {
      Matcher matcher = REFERENCE.matcher(result);
      StringBuilder filled = new StringBuilder();
      while (matcher.find()) {
        String value = value(matcher.group(1));
        matcher.appendReplacement(
            filled, Matcher.quoteReplacement(value == null ? matcher.group() : value));
      }
      matcher.appendTail(filled);
      if (filled.length() > LONGEST || filled.toString().equals(result)) {
        return result;
      }
      result = filled.toString();
    }
    return result;
  }

  private String value(String name) {
    String plain = name.replaceFirst("^(project|pom)\\.", "");
    String ofProject =
        switch (plain) {
          case "groupId" -> pom.group();
          case "artifactId" -> pom.artifact();
          case "version" -> pom.version();
          case "packaging" -> pom.packaging();
          case "parent.version" -> parentVersion;
          case "parent.groupId" -> pom.parent() == null ? null : pom.parent().group();
          case "parent.artifactId" -> pom.parent() == null ? null : pom.parent().artifact();
          default -> null;
        };
    boolean isOfProject = !plain.equals(name) && ofProject != null;
    if (isOfProject) {
      return ofProject;
    }
    String property = pom.properties().get(name);
    return property != null ? property : machine.getOrDefault(name, ofProject);
  }
}
