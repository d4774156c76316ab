package dev.girdle.java.maven;

import java.util.List;
import java.util.Map;

/**
 * A project description as it is written, or with everything that it inherits.
 *
 * @param parent its parent; null for none
 * @param group the group id; null if it is inherited
 * @param artifact the artifact id
 * @param version the version; null if it is inherited
 * @param packaging the packaging, "jar" if none is given
 * @param properties the properties
 * @param dependencies the dependencies
 * @param managed what {@code dependencyManagement} says
 * @param repositories where it says that libraries lie
 * @param profiles its profiles
 * @param relocation where it was moved to; null if it was not
 */
record Pom(
    Parent parent,
    String group,
    String artifact,
    String version,
    String packaging,
    Map<String, String> properties,
    List<Dependency> dependencies,
    List<Dependency> managed,
    List<Repository> repositories,
    List<Profile> profiles,
    Parent relocation) {
  /**
   * A reference to another project.
   *
   * @param group the group id; null if it is not given
   * @param artifact the artifact id; null if it is not given
   * @param version the version; null if it is not given
   * @param relativePath where it lies beside this one; null if it is not given
   */
  record Parent(String group, String artifact, String version, String relativePath) {}

  /**
   * A place where libraries lie.
   *
   * @param id what it is called; not empty
   * @param url its address; not empty
   */
  record Repository(String id, String url) {}

  /**
   * A declared dependency.
   *
   * @param group the group id
   * @param artifact the artifact id
   * @param version null if it is not given
   * @param classifier null if it is not given
   * @param type null if it is not given
   * @param scope null if it is not given
   * @param optional null if it is not given
   * @param exclusions {@code group:artifact}, each perhaps a star
   */
  record Dependency(
      String group,
      String artifact,
      String version,
      String classifier,
      String type,
      String scope,
      String optional,
      List<String> exclusions) {
    /** What tells declarations apart where one overrules another. */
    String key() {
      return group
          + ":"
          + artifact
          + ":"
          + (type == null ? "jar" : type)
          + ":"
          + (classifier == null ? "" : classifier);
    }

    Coordinates coordinates() {
      return new Coordinates(
          group,
          artifact,
          version == null ? "" : version,
          classifier == null ? "" : classifier,
          type == null ? "jar" : type);
    }
  }

  /**
   * Something that holds under conditions.
   *
   * @param activation conditions by name: "activeByDefault", "jdk", "os.name" and so on
   * @param properties the properties
   * @param dependencies the dependencies
   * @param managed what {@code dependencyManagement} says
   * @param repositories where it says that libraries lie
   */
  record Profile(
      Map<String, String> activation,
      Map<String, String> properties,
      List<Dependency> dependencies,
      List<Dependency> managed,
      List<Repository> repositories) {}
}
