package dev.girdle.java.linkage;

import dev.girdle.ecosystem.Progress;
import dev.girdle.java.library.LibraryIndex;
import dev.girdle.java.maven.LocalFolders;
import dev.girdle.place.UserFolders;
import dev.girdle.place.Variables;
import java.io.IOException;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;

/** The libraries of this machine's local repository; looked at when they are first asked for. */
public final class LocalLibraries {
  private static final long TOLD_EACH_MILLIS = 200;
  private static final String WHAT = "indexing libraries on this machine";

  private final Progress progress;
  private final AtomicBoolean isBegun = new AtomicBoolean();
  private final AtomicLong looked = new AtomicLong();
  private final FutureTask<Optional<LibraryIndex>> index;

  /**
   * Looks at nothing yet.
   *
   * @param progress is told how the looking gets on, which can take long the first time
   */
  public LocalLibraries(Progress progress) {
    this.progress = progress;
    this.index = new FutureTask<>(this::look);
  }

  /** Begins to look at them, beside whatever else goes on. */
  public void ahead() {
    if (!isBegun.getAndSet(true)) {
      Thread thread = new Thread(index, "local libraries");
      thread.setDaemon(true); // nobody waits for it who does not ask
      thread.start();
    }
  }

  /**
   * The index of them; empty if it cannot be made, so that only what travels along is known. Called
   * from one thread, which tells how the looking gets on.
   */
  Optional<LibraryIndex> index() {
    ahead();
    try {
      while (true) {
        try {
          return index.get(TOLD_EACH_MILLIS, TimeUnit.MILLISECONDS);
        } catch (TimeoutException e) {
          progress.at(WHAT, looked.get(), 0);
        }
      }
    } catch (ExecutionException e) {
      if (e.getCause() instanceof RuntimeException mistake) {
        throw mistake;
      }
      return Optional.empty();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return Optional.empty();
    }
  }

  private Optional<LibraryIndex> look() throws IOException {
    Map<String, String> environment = Variables.here();
    return Optional.of(
        LibraryIndex.of(
            LocalFolders.repository(environment),
            UserFolders.cache(environment),
            (what, done, total) -> looked.set(done)));
  }
}
