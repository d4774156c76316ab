package dev.girdle.place;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicLong;

/** Files for the moment, all in one {@link TemporaryFolder} of this process. */
public final class Scratch {
  private static final AtomicLong NUMBER = new AtomicLong();

  private Scratch() {}

  private static TemporaryFolder place;

  /**
   * A path that nobody else uses. What is made there and not deleted is gone when the process ends.
   *
   * @param ending of the file name
   * @return nothing is there yet
   * @throws dev.girdle.fault.GirdleException if there is no room for files for the moment
   */
  public static Path path(String ending) {
    return folder().resolve(NUMBER.incrementAndGet() + ending);
  }

  /**
   * A folder that nobody else uses.
   *
   * @return a new, empty folder
   * @throws dev.girdle.fault.GirdleException if it cannot be made
   */
  public static Path newFolder() {
    try {
      return Files.createDirectory(path(""));
    } catch (IOException e) {
      throw TemporaryFolder.noRoom(e);
    }
  }

  private static synchronized Path folder() {
    if (place == null) {
      place = TemporaryFolder.called("girdle-work");
    }
    return place.path();
  }

  /** Removes all files for the moment. */
  public static synchronized void clear() {
    if (place != null) {
      try {
        place.close();
      } catch (IOException e) {
        return; // tried again when the process ends
      } finally {
        place = null;
      }
    }
  }
}
