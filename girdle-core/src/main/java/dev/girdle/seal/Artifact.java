package dev.girdle.seal;

import dev.girdle.app.Target;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * Something that was sealed.
 *
 * @param form "folder", "zip", "tgz", "executable", "archive", "nested archive", "merged archive"
 * @param target where it is to run; empty for everywhere
 * @param path where it lies
 * @param bytes how large it is on disk
 * @param files how many files are in it, the record not counted
 * @param start the command that starts it, or what has to be done before
 * @param notices what the user should know about it, one sentence each
 */
public record Artifact(
    String form,
    Optional<Target> target,
    Path path,
    long bytes,
    int files,
    String start,
    List<String> notices) {
  /** Copies the list. */
  public Artifact {
    notices = List.copyOf(notices);
  }
}
