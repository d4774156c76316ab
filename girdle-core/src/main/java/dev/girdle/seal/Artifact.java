package dev.girdle.seal;

import java.nio.file.Path;
import java.util.List;

/**
 * Something that was sealed.
 *
 * @param form "folder", "nested archive", "merged archive"
 * @param path where it lies
 * @param bytes how large it is on disk
 * @param files how many files are in it, the record not counted
 * @param start the command that starts it
 * @param notices what the user should know about it, one sentence each
 */
public record Artifact(
    String form, Path path, long bytes, int files, String start, List<String> notices) {
  /** Copies the list. */
  public Artifact {
    notices = List.copyOf(notices);
  }
}
