package dev.girdle.java.survey;

import dev.girdle.app.Identity;
import dev.girdle.io.Paths;
import dev.girdle.io.TreeFile;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Finds out name and release: from the manifest, the embedded {@code pom.properties}, or the file's
 * name, in this order.
 */
final class Naming {
  private static final Pattern FILE_NAME =
      Pattern.compile("(.+?)-(v?\\d[\\w.+-]*?)(?:\\.jar)?", Pattern.CASE_INSENSITIVE);
  private static final Pattern FIT = Pattern.compile("[A-Za-z][A-Za-z0-9._-]*");

  private static final Set<String> EVERYWHERE =
      Set.of(
          "app",
          "bin",
          "build",
          "classes",
          "dependency",
          "dist",
          "jars",
          "lib",
          "libs",
          "out",
          "target");

  private Naming() {}

  static Identity identity(RawComponent main, String folderName) {
    Optional<Properties> pom = pomProperties(main);
    String fileName = main.isJar() ? Paths.fileName(main.origin()) : folderName;
    String name =
        firstOf(
                List.of(
                    main.manifest()
                        .value("Implementation-Title")
                        .filter(t -> FIT.matcher(t).matches()),
                    pom.map(p -> p.getProperty("artifactId")),
                    nameIn(fileName)))
            .orElse(fileName.replaceFirst("\\.jar$", ""));
    return new Identity(Identity.fit(name), release(main, fileName, pom).map(Identity::fit));
  }

  /**
   * By what a folder is called, or the nearest above it that is not called as folders of programs
   * are everywhere.
   */
  static Identity ofFolder(Path folder) {
    for (Path at = folder.toAbsolutePath().normalize(); at != null; at = at.getParent()) {
      String name = at.getFileName() == null ? "" : at.getFileName().toString();
      if (!name.isEmpty() && !EVERYWHERE.contains(name.toLowerCase(Locale.ROOT))) {
        return new Identity(
            Identity.fit(nameIn(name).orElse(name)), releaseIn(name).map(Identity::fit));
      }
    }
    return new Identity("application", Optional.empty());
  }

  /** The release of a component, as far as it tells. */
  static Optional<String> release(RawComponent component) {
    String fileName = component.isJar() ? Paths.fileName(component.origin()) : "";
    Optional<String> byFile = releaseIn(fileName);
    return byFile
        .or(() -> component.manifest().value("Implementation-Version"))
        .or(() -> pomProperties(component).map(p -> p.getProperty("version")));
  }

  /** The library that a component is, as its makers publish it, as far as it tells. */
  static Optional<String> library(RawComponent component) {
    return pomProperties(component)
        .filter(p -> p.getProperty("groupId") != null && p.getProperty("artifactId") != null)
        .map(p -> p.getProperty("groupId") + ":" + p.getProperty("artifactId"));
  }

  private static Optional<String> release(
      RawComponent main, String fileName, Optional<Properties> pom) {
    return firstOf(
        List.of(
            main.manifest().value("Implementation-Version"),
            pom.map(p -> p.getProperty("version")),
            releaseIn(fileName)));
  }

  private static Optional<String> nameIn(String fileName) {
    Matcher matcher = FILE_NAME.matcher(fileName);
    return matcher.matches() ? Optional.of(matcher.group(1)) : Optional.empty();
  }

  private static Optional<String> releaseIn(String fileName) {
    Matcher matcher = FILE_NAME.matcher(fileName);
    return matcher.matches() ? Optional.of(matcher.group(2)) : Optional.empty();
  }

  /** Only if there is exactly one: a jar that others were merged into has several. */
  private static Optional<Properties> pomProperties(RawComponent component) {
    List<TreeFile> found =
        component.tree().files().stream()
            .filter(f -> f.path().startsWith("META-INF/maven/"))
            .filter(f -> f.path().matches("META-INF/maven/[^/]+/[^/]+/pom\\.properties"))
            .toList();
    if (found.size() != 1) {
      return Optional.empty();
    }
    try (InputStream in = found.get(0).content().open()) {
      Properties properties = new Properties();
      properties.load(in);
      return Optional.of(properties);
    } catch (IOException | IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  private static Optional<String> firstOf(List<Optional<String>> values) {
    return values.stream()
        .flatMap(Optional::stream)
        .map(String::strip)
        .filter(v -> !v.isEmpty())
        .findFirst();
  }
}
