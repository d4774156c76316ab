package dev.girdle.ecosystem;

/** What paths mean that a program used while it was watched. */
public interface RunPaths {
  /**
   * Where something lies.
   *
   * @param path as the program saw it
   * @return a path inside the artifact as its record has it; another path as it is
   */
  String inArtifact(String path);

  /**
   * Whether it is news that a path was used: it would have to travel, or does.
   *
   * @param path as the program saw it
   * @return false for what every system has
   */
  boolean isNews(String path);
}
