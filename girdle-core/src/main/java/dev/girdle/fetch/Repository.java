package dev.girdle.fetch;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** A place that files are fetched from. */
public interface Repository {
  /**
   * Fetches a file.
   *
   * @param path of the file in the repository
   * @param to where it goes; must not exist
   * @return what kind of checksum it was verified with; empty if the repository has no such file
   * @throws IOException if the repository cannot be reached, or gives something else than its
   *     checksum says
   */
  Optional<String> fetch(String path, Path to) throws IOException;

  /** How the user calls it; without anything secret. */
  String label();
}
