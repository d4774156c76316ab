package dev.girdle.java.linkage;

import dev.girdle.ecosystem.Progress;
import dev.girdle.java.library.LibraryIndex;
import dev.girdle.java.maven.LocalFolders;
import dev.girdle.place.UserFolders;
import dev.girdle.place.Variables;
import java.io.IOException;
import java.util.Map;
import java.util.Optional;

/** The libraries of this machine's local repository; looked at when they are first asked for. */
public final class LocalLibraries {
  private final Progress progress;
  private Optional<LibraryIndex> index;

  /**
   * Looks at nothing yet.
   *
   * @param progress is told how the looking gets on, which can take long the first time
   */
  public LocalLibraries(Progress progress) {
    this.progress = progress;
  }

  /** The index of them; empty if it cannot be made, so that only what travels along is known. */
  synchronized Optional<LibraryIndex> index() {
    if (index == null) {
      Map<String, String> environment = Variables.here();
      try {
        index =
            Optional.of(
                LibraryIndex.of(
                    LocalFolders.repository(environment),
                    UserFolders.cache(environment),
                    progress));
      } catch (IOException e) {
        index = Optional.empty();
      }
    }
    return index;
  }
}
