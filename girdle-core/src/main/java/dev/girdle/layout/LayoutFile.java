package dev.girdle.layout;

import dev.girdle.io.Content;

/**
 * One file of the artifact.
 *
 * @param path in the artifact, with slashes
 * @param content its bytes
 * @param executable whether it may be executed where the system knows such a permission
 * @param packing how a form that packs should treat its bytes
 * @param component the component it comes from; empty for a file that Girdle made
 * @param reason why it is there, for the user
 */
public record LayoutFile(
    String path,
    Content content,
    boolean executable,
    Packing packing,
    String component,
    String reason) {
  /**
   * A file that Girdle made.
   *
   * @param path in the artifact
   * @param content its bytes
   * @param reason why it is there
   * @return not executable, packed as it is
   */
  public static LayoutFile made(String path, byte[] content, String reason) {
    return new LayoutFile(path, Content.of(content), false, Packing.AS_IT_IS, "", reason);
  }

  /**
   * The same, but it may be executed.
   *
   * @return an executable file
   */
  public LayoutFile asExecutable() {
    return new LayoutFile(path, content, true, packing, component, reason);
  }

  /**
   * The same file at another place.
   *
   * @param newPath its path in the artifact
   * @return a new file
   */
  public LayoutFile at(String newPath) {
    return new LayoutFile(newPath, content, executable, packing, component, reason);
  }

  /**
   * The same file with other bytes.
   *
   * @param newContent its bytes
   * @return a new file
   */
  public LayoutFile with(Content newContent) {
    return new LayoutFile(path, newContent, executable, packing, component, reason);
  }
}
