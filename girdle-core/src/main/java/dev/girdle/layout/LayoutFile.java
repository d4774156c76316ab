package dev.girdle.layout;

import dev.girdle.io.Content;
import java.util.List;

/**
 * One file of the artifact.
 *
 * @param path in the artifact, with slashes
 * @param content its bytes
 * @param executable whether it may be executed where the system knows such a permission
 * @param packing how a form that packs should treat its bytes
 * @param component the component it comes from; empty for a file that Girdle made
 * @param reason why it is there, for the user
 * @param inside the files that it packs, if it is an archive of such; empty otherwise
 */
public record LayoutFile(
    String path,
    Content content,
    boolean executable,
    Packing packing,
    String component,
    String reason,
    List<LayoutFile> inside) {
  /** Copies the list. */
  public LayoutFile {
    inside = List.copyOf(inside);
  }

  /**
   * A file that packs no others.
   *
   * @param path in the artifact
   * @param content its bytes
   * @param executable whether it may be executed
   * @param packing how a form that packs should treat its bytes
   * @param component the component it comes from; empty for a file that Girdle made
   * @param reason why it is there
   */
  public LayoutFile(
      String path,
      Content content,
      boolean executable,
      Packing packing,
      String component,
      String reason) {
    this(path, content, executable, packing, component, reason, List.of());
  }

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
    return new LayoutFile(path, content, true, packing, component, reason, inside);
  }

  /**
   * The same file, which packs others.
   *
   * @param files the files in it
   * @return an archive
   */
  public LayoutFile packing(List<LayoutFile> files) {
    return new LayoutFile(path, content, executable, packing, component, reason, files);
  }

  /**
   * The same file at another place.
   *
   * @param newPath its path in the artifact
   * @return a new file
   */
  public LayoutFile at(String newPath) {
    return new LayoutFile(newPath, content, executable, packing, component, reason, inside);
  }

  /**
   * The same file with other bytes.
   *
   * @param newContent its bytes
   * @return a new file
   */
  public LayoutFile with(Content newContent) {
    return new LayoutFile(path, newContent, executable, packing, component, reason, inside);
  }

  /**
   * The same file, treated in another way where files are packed.
   *
   * @param newPacking how a form that packs should treat its bytes
   * @return a new file
   */
  public LayoutFile packed(Packing newPacking) {
    return new LayoutFile(path, content, executable, newPacking, component, reason, inside);
  }
}
