package dev.girdle.java.linkage;

import dev.girdle.ecosystem.Progress;
import dev.girdle.java.library.LibraryIndex;
import dev.girdle.java.maven.LocalFolders;
import dev.girdle.place.UserFolders;
import dev.girdle.place.Variables;
import java.io.IOException;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;

/** The libraries of this machine's local repository; looked at when they are first asked for. */
public final class LocalLibraries {
  private static final long TOLD_EACH_MILLIS = 200;
  private static final String WHAT = "indexing libraries on this machine";

  private final Progress progress;
  private final AtomicLong looked = new AtomicLong();
  private final Ahead<Optional<LibraryIndex>> index = new Ahead<>("local libraries", this::look);

  /**
   * Looks at nothing yet.
   *
   * @param progress is told how the looking gets on, which can take long the first time
   */
  public LocalLibraries(Progress progress) {
    this.progress = progress;
  }

  /**
   * The index of them; empty if it cannot be made, so that only what travels along is known. Called
   * from one thread, which tells how the looking gets on.
   */
  Optional<LibraryIndex> index() {
    index.begin();
    while (!index.isMadeWithin(TOLD_EACH_MILLIS)) {
      progress.at(WHAT, looked.get(), 0);
    }
    return index.get();
  }

  /** The same, called from any thread, and nothing is told. */
  Optional<LibraryIndex> indexInSilence() {
    return index.get();
  }

  private Optional<LibraryIndex> look() {
    Map<String, String> environment = Variables.here();
    try {
      return Optional.of(
          LibraryIndex.of(
              LocalFolders.repository(environment),
              UserFolders.cache(environment),
              (what, done, total) -> looked.set(done)));
    } catch (IOException e) {
      return Optional.empty();
    }
  }
}
