package dev.girdle.place;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.Why;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;

/**
 * A file or folder that appears whole or not at all: it is made in a folder beside its place, which
 * only this process works in, and moved in when it is finished.
 *
 * <p>Nothing is removed from the place but what may be replaced, and that is asked at the moment of
 * moving, of what lies there then. A file makes room for a file in one step. A folder cannot; it is
 * moved aside first, and if the process is killed just then, the next run puts it back. What a
 * process that was killed has left beside the place is cleared away by the next run.
 */
public final class Output implements AutoCloseable {
  /** What another process may have put there while this one was at work can be replaced, too. */
  private static final int MOST_ATTEMPTS = 100;

  private static final int LONGEST_NAME = 180;
  private static final String ENDING = ".part";
  private static final String NEW = "new";
  private static final String OLD = "old";

  private final Path place;
  private final Occupant occupant;
  private final String option;
  private final ClaimedFolder claimed;
  private final Path work;

  private Output(Path place, Occupant occupant, String option, ClaimedFolder claimed)
      throws IOException {
    this.place = place;
    this.occupant = occupant;
    this.option = option;
    this.claimed = claimed;
    Path folder = Files.createDirectory(claimed.path().resolve(NEW));
    Files.createDirectory(claimed.path().resolve(OLD));
    this.work = folder.resolve(place.getFileName());
  }

  /** Says of what lies in the place whether it may be replaced. */
  public interface Occupant {
    /** Nothing may be replaced. */
    Occupant NONE = there -> false;

    /**
     * Whether it may be removed once its successor is finished.
     *
     * @param there a file, folder or link, perhaps one that leads nowhere
     * @return true if nothing of value to the user is lost with it
     */
    boolean mayBeReplaced(Path there);
  }

  /**
   * Prepares to make a file or folder where nothing is yet.
   *
   * @param place where it will appear; missing parent folders are made
   * @param option the word with which the user chooses another place, for messages
   * @return to be finished with {@link #moveIn}, and closed in any case
   * @throws GirdleException if the place cannot be written to
   */
  public static Output at(Path place, String option) {
    return at(place, option, Occupant.NONE);
  }

  /**
   * Prepares to make a file or folder.
   *
   * @param place where it will appear; missing parent folders are made
   * @param option the word with which the user chooses another place, for messages
   * @param occupant says whether what lies there may be replaced
   * @return to be finished with {@link #moveIn}, and closed in any case
   * @throws GirdleException if the place cannot be written to
   */
  public static Output at(Path place, String option, Occupant occupant) {
    Path parent = place.toAbsolutePath().getParent();
    try {
      Files.createDirectories(parent);
    } catch (IOException e) {
      throw cannotWrite(standingInTheWay(parent), option, e);
    }
    if (!Files.isWritable(parent)) {
      throw GirdleException.machine(
          "cannot write to " + parent + ": permission denied.",
          "  Choose another place with " + option + ".");
    }
    recover(place);
    try {
      return new Output(place, occupant, option, claim(parent, prefix(place), MOST_ATTEMPTS));
    } catch (IOException e) {
      throw cannotWrite(place, option, e);
    }
  }

  private static ClaimedFolder claim(Path parent, String prefix, int attempts) throws IOException {
    String id = UUID.randomUUID().toString().substring(0, 8);
    try {
      return ClaimedFolder.make(parent.resolve(prefix + id + ENDING));
    } catch (FileAlreadyExistsException e) {
      if (attempts == 0) {
        throw e;
      }
      return claim(parent, prefix, attempts - 1);
    }
  }

  /** The highest part of a path that is there and is no folder; the path itself if none is. */
  private static Path standingInTheWay(Path path) {
    for (Path part = path; part != null; part = part.getParent()) {
      if (isThere(part)) {
        return Files.isDirectory(part) ? path : part;
      }
    }
    return path;
  }

  private static String prefix(Path place) {
    String name = place.getFileName().toString();
    return "." + name.substring(0, Math.min(name.length(), LONGEST_NAME)) + ".";
  }

  /**
   * Clears away what processes that were killed have left beside a place. What one of them had
   * moved aside is put back, if the place is empty.
   *
   * @param place need not exist, nor its folder
   */
  public static void recover(Path place) {
    String prefix = prefix(place);
    List<Path> left = new ArrayList<>();
    try (DirectoryStream<Path> all =
        Files.newDirectoryStream(
            place.toAbsolutePath().getParent(),
            p -> {
              String name = p.getFileName().toString();
              return name.startsWith(prefix)
                  && name.endsWith(ENDING)
                  && name.length() == prefix.length() + 8 + ENDING.length();
            })) {
      all.forEach(left::add);
    } catch (IOException | java.nio.file.DirectoryIteratorException e) {
      return; // whoever wants to write there is told why that cannot be
    }
    left.sort(Comparator.naturalOrder());
    for (Path folder : left) {
      Optional<ClaimedFolder> claimed = ClaimedFolder.leftBehind(folder);
      if (claimed.isPresent()) {
        clear(claimed.get(), place);
      }
    }
  }

  private static void clear(ClaimedFolder left, Path place) {
    try (left) {
      putBack(left.path().resolve(OLD), place);
    } catch (IOException e) {
      return; // it may be of another user; it does no harm
    }
  }

  /** Puts back what was moved aside last, if nothing has taken its place. */
  private static void putBack(Path old, Path place) throws IOException {
    List<Path> aside;
    try (Stream<Path> all = Files.list(old)) {
      aside = all.sorted(Comparator.reverseOrder()).toList();
    } catch (IOException e) {
      return; // nothing was moved aside
    }
    if (!aside.isEmpty() && !isThere(place)) {
      put(aside.get(0), place);
    }
  }

  /**
   * Where the file or folder is made. It does not exist yet.
   *
   * @return a path whose last part is that of the place
   */
  public Path work() {
    return work;
  }

  /**
   * Puts the finished work in its place.
   *
   * @throws GirdleException if something lies there that may not be replaced, or it cannot be moved
   */
  public void moveIn() {
    try {
      for (int attempt = 0; attempt < MOST_ATTEMPTS; attempt++) {
        if (makeRoom(attempt) || put(work, place)) {
          return;
        }
      }
    } catch (IOException e) {
      restore();
      throw cannotWrite(e);
    }
    throw taken();
  }

  /** Whether the work is in its place by what made room for it. */
  private boolean makeRoom(int attempt) throws IOException {
    if (!isThere(place)) {
      return false;
    }
    if (!occupant.mayBeReplaced(place)) {
      throw taken();
    }
    if (isFile(place) && isFile(work)) {
      Files.move(work, place, StandardCopyOption.ATOMIC_MOVE);
      return true;
    }
    Path aside = claimed.path().resolve(OLD).resolve(String.format("%03d", attempt));
    try {
      Files.move(place, aside, StandardCopyOption.ATOMIC_MOVE);
    } catch (java.nio.file.NoSuchFileException e) {
      return false; // somebody else was quicker
    }
    if (!Files.isSymbolicLink(aside) && !occupant.mayBeReplaced(aside)) {
      put(aside, place);
      throw taken();
    }
    return false;
  }

  /** What was moved aside is better than nothing. */
  private void restore() {
    try {
      putBack(claimed.path().resolve(OLD), place);
    } catch (IOException e) {
      return; // the same failure as before, which is told
    }
  }

  /** Moves something to a place where nothing is; tells whether that was so. */
  private static boolean put(Path from, Path place) throws IOException {
    try {
      if (isFile(from)) {
        link(from, place);
      } else {
        Files.move(from, place, StandardCopyOption.ATOMIC_MOVE); // fails if anything is in it
      }
      return true;
    } catch (IOException e) {
      if (isThere(place)) {
        return false;
      }
      throw e;
    }
  }

  /** A link is never made over something else, in contrast to a move. */
  private static void link(Path from, Path place) throws IOException {
    try {
      Files.createLink(place, from);
    } catch (FileAlreadyExistsException e) {
      throw e;
    } catch (IOException | UnsupportedOperationException e) { // not every file system has links
      if (isThere(place)) {
        throw new FileAlreadyExistsException(place.toString());
      }
      Files.move(from, place, StandardCopyOption.ATOMIC_MOVE);
    }
  }

  private static boolean isThere(Path path) {
    return Files.exists(path, LinkOption.NOFOLLOW_LINKS);
  }

  private static boolean isFile(Path path) {
    return Files.isRegularFile(path, LinkOption.NOFOLLOW_LINKS);
  }

  private GirdleException taken() {
    return GirdleException.request(
        place + " was made by somebody else in the meantime, and is left as it is.",
        "  Look at it, or choose another place with " + option + ".");
  }

  /** Removes what was made and not moved in, and what was replaced. */
  @Override
  public void close() {
    try {
      claimed.close();
    } catch (IOException e) {
      throw cannotWrite(claimed.path(), option, e);
    }
  }

  /**
   * Says that the place cannot be written.
   *
   * @param cause what the system said
   * @return the failure; that of bytes that could not be read, if that is behind it
   */
  public GirdleException cannotWrite(IOException cause) {
    return cannotWrite(place, option, cause);
  }

  private static GirdleException cannotWrite(Path place, String option, IOException cause) {
    boolean leadsNowhere = Files.isSymbolicLink(place) && !Files.exists(place);
    return GirdleException.because(
        cause,
        () ->
            new GirdleException(
                Fault.MACHINE,
                cause,
                "cannot write "
                    + place
                    + ": "
                    + (leadsNowhere ? "it is a link that leads nowhere" : Why.of(cause)),
                "  Nothing is left half-written. Choose another place with " + option + "."));
  }
}
