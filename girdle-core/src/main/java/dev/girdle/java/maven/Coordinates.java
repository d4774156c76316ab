package dev.girdle.java.maven;

/**
 * What a file in a repository is called (POM reference, "Maven Coordinates").
 *
 * @param group the group id
 * @param artifact the artifact id
 * @param version the version; may be a range in a declaration
 * @param classifier the classifier; empty for the main artifact
 * @param type the type as declared, "jar" if none is
 */
public record Coordinates(
    String group, String artifact, String version, String classifier, String type) {
  /**
   * The main jar of a project.
   *
   * @param group the group id
   * @param artifact the artifact id
   * @param version the version
   * @return without classifier
   */
  public static Coordinates of(String group, String artifact, String version) {
    return new Coordinates(group, artifact, version, "", "jar");
  }

  Coordinates withVersion(String newVersion) {
    return new Coordinates(group, artifact, newVersion, classifier, type);
  }

  /**
   * Group and artifact, which name a library in all its releases.
   *
   * @return {@code group:artifact}
   */
  public String library() {
    return group + ":" + artifact;
  }

  /** What two declarations have in common that cannot both be on the class path. */
  String conflictKey() {
    return group + ":" + artifact + ":" + extension() + ":" + realClassifier();
  }

  /** Types are jars but for these (Maven core, "Default Artifact Handlers Reference"). */
  String extension() {
    return switch (type) {
      case "pom", "war", "ear", "rar", "zip", "tar.gz", "so", "dll", "dylib", "nar", "aar" -> type;
      default -> "jar";
    };
  }

  String realClassifier() {
    if (!classifier.isEmpty()) {
      return classifier;
    }
    return switch (type) {
      case "test-jar" -> "tests";
      case "ejb-client" -> "client";
      case "java-source" -> "sources";
      case "javadoc" -> "javadoc";
      default -> "";
    };
  }

  /** The folder of this version in a repository (Maven repository layout). */
  String folder() {
    return libraryFolder() + version + "/";
  }

  String libraryFolder() {
    return group.replace('.', '/') + "/" + artifact + "/";
  }

  /** The name of the file in its folder. */
  String fileName() {
    return fileName(version, realClassifier(), extension());
  }

  String fileName(String versionInName, String classifierInName, String extension) {
    String more = classifierInName.isEmpty() ? "" : "-" + classifierInName;
    return artifact + "-" + versionInName + more + "." + extension;
  }

  Coordinates pom() {
    return new Coordinates(group, artifact, version, "", "pom");
  }

  /** Whether all parts are harmless in paths. */
  boolean isFit() {
    return isFit(group) && isFit(artifact) && isFit(version) && isFit(classifier + "x");
  }

  private static boolean isFit(String part) {
    return part.matches("[A-Za-z0-9_.+-]+") && !part.contains("..");
  }

  /**
   * As people write it.
   *
   * @return {@code group:artifact:version}, with the classifier if there is one
   */
  public String text() {
    String c = realClassifier();
    return library() + ":" + version + (c.isEmpty() ? "" : ":" + c);
  }
}
