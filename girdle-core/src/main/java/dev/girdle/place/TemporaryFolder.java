package dev.girdle.place;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.Why;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Path;
import java.util.Optional;

/**
 * A folder for work in progress, closed to other users, and gone with all that is in it when it is
 * closed or the process is told to end. What a process that was killed has left behind is cleared
 * away by the next that wants a folder of that name.
 *
 * <p>It lies in the folder that {@code TMPDIR} names (POSIX, chapter 8), else where Java has it.
 */
public final class TemporaryFolder implements AutoCloseable {
  private static final int MOST = 1000;

  private final ClaimedFolder claimed;

  private TemporaryFolder(ClaimedFolder claimed) {
    this.claimed = claimed;
  }

  /**
   * Makes one of a certain name; of that name and a number, should another process work there.
   *
   * @param name its file name
   * @return a new folder, empty but for a file {@code lock}
   * @throws GirdleException if it cannot be made
   */
  public static TemporaryFolder called(String name) {
    Path parent = parent();
    for (int number = 0; number < MOST; number++) {
      Path path = parent.resolve(number == 0 ? name : name + "-" + number);
      Optional<ClaimedFolder> made = make(path);
      if (made.isPresent()) {
        return new TemporaryFolder(made.get());
      }
    }
    throw GirdleException.machine("too many processes work in " + parent);
  }

  private static Optional<ClaimedFolder> make(Path path) {
    try {
      try {
        return Optional.of(ClaimedFolder.make(path));
      } catch (FileAlreadyExistsException e) {
        Optional<ClaimedFolder> left = ClaimedFolder.leftBehind(path);
        if (left.isEmpty()) {
          return Optional.empty();
        }
        left.get().close();
        return Optional.of(ClaimedFolder.make(path));
      }
    } catch (FileAlreadyExistsException e) {
      return Optional.empty();
    } catch (IOException e) {
      throw noRoom(e);
    }
  }

  private static Path parent() {
    String named = Variables.here().getOrDefault("TMPDIR", "");
    return Path.of(named.isEmpty() ? System.getProperty("java.io.tmpdir") : named);
  }

  /**
   * Says that there is no room for work in progress.
   *
   * @param cause what the system said
   * @return the failure
   */
  public static GirdleException noRoom(IOException cause) {
    return new GirdleException(
        Fault.MACHINE,
        cause,
        "cannot work in the folder for temporary files, " + parent() + ": " + Why.of(cause),
        "  TMPDIR=FOLDER names another one.");
  }

  /**
   * Where it lies.
   *
   * @return an existing folder
   */
  public Path path() {
    return claimed.path();
  }

  @Override
  public void close() throws IOException {
    claimed.close();
  }
}
