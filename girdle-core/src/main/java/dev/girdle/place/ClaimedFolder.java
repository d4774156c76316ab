package dev.girdle.place;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * A folder, closed to other users, in which one running process works.
 *
 * <p>The process holds a lock on a file in it, which the system takes back when the process ends in
 * whatever way. So others can tell a folder that is worked in from one that was left behind, and
 * clear the latter away. When the process is told to end, its folders are removed.
 */
final class ClaimedFolder implements AutoCloseable {
  private static final String LOCK = "lock";

  /** Until then, somebody who has just made a folder may not have come to lock it. */
  private static final Duration JUST_MADE = Duration.ofMinutes(2);

  private static final Set<ClaimedFolder> OPEN = ConcurrentHashMap.newKeySet();
  private static final int MOST_ATTEMPTS = 50;
  private static final int PAUSE_MILLIS = 20;

  static {
    Runtime.getRuntime().addShutdownHook(new Thread(ClaimedFolder::removeAll, "clearing away"));
  }

  private final Path folder;
  private final FileChannel channel;

  private ClaimedFolder(Path folder, FileChannel channel) {
    this.folder = folder;
    this.channel = channel;
    OPEN.add(this);
  }

  /**
   * Makes a folder and claims it.
   *
   * @throws FileAlreadyExistsException if something of that name is there, or somebody has taken
   *     the new folder for one that was left behind; another name serves
   * @throws IOException if it cannot be made
   */
  static ClaimedFolder make(Path folder) throws IOException {
    Closed.newFolder(folder);
    Path lock = folder.resolve(LOCK);
    FileChannel channel;
    Object made;
    try {
      channel = FileChannel.open(lock, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
      made = identity(lock);
    } catch (NoSuchFileException e) {
      throw new FileAlreadyExistsException(folder.toString());
    }
    if (!isOurs(channel) || !isStill(made, lock)) {
      channel.close();
      throw new FileAlreadyExistsException(folder.toString());
    }
    return new ClaimedFolder(folder, channel);
  }

  /**
   * Which file lies at a path. It is asked of the path: to open and close the file once more would
   * give the lock back (POSIX, {@code fcntl}).
   */
  private static Object identity(Path path) throws IOException {
    return Optional.ofNullable(
        Files.readAttributes(path, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS).fileKey());
  }

  /** Before it was locked, somebody can have removed it, and made another one of that name. */
  private static boolean isStill(Object one, Path path) throws IOException {
    try {
      return one.equals(identity(path));
    } catch (NoSuchFileException e) {
      return false;
    }
  }

  private static boolean isOurs(FileChannel channel) {
    for (int attempt = 0; attempt < MOST_ATTEMPTS; attempt++) {
      try {
        return channel.tryLock() != null;
      } catch (OverlappingFileLockException e) {
        pause(); // another thread removes its file, and this one was given that one's number
      } catch (IOException e) {
        return true; // a file system without locks: nobody can take it for left behind either
      }
    }
    return false;
  }

  /**
   * Claims a folder that another process has left behind.
   *
   * @return empty if it is none, or is worked in, or that cannot be told
   */
  static Optional<ClaimedFolder> leftBehind(Path folder) {
    try {
      if (!Closed.isFolder(folder)) {
        return Optional.empty();
      }
      Path lock = folder.resolve(LOCK);
      Object there = identity(lock);
      FileChannel channel =
          FileChannel.open(lock, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS);
      if (tryLock(channel) == null || !isStill(there, lock)) {
        channel.close();
        return Optional.empty();
      }
      return Optional.of(new ClaimedFolder(folder, channel));
    } catch (NoSuchFileException e) {
      return withoutLock(folder);
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private static FileLock tryLock(FileChannel channel) throws IOException {
    try {
      return channel.tryLock();
    } catch (OverlappingFileLockException e) {
      return null; // this very process works in it
    }
  }

  /** Its maker was ended before it could lock it, or is about to. */
  private static Optional<ClaimedFolder> withoutLock(Path folder) {
    try {
      if (isOld(folder)) {
        return Optional.of(new ClaimedFolder(folder, null));
      }
      Files.delete(folder); // only if nothing is in it; its maker takes another name then
      return Optional.empty();
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private static boolean isOld(Path folder) throws IOException {
    Instant made = Files.getLastModifiedTime(folder, LinkOption.NOFOLLOW_LINKS).toInstant();
    return made.plus(JUST_MADE).isBefore(Instant.now());
  }

  Path path() {
    return folder;
  }

  /** Removes the folder with all that is in it, and only then lets others have its name. */
  @Override
  public void close() throws IOException {
    OPEN.remove(this);
    try {
      delete();
    } finally {
      release();
    }
  }

  /** Windows keeps the name of a file that is still open, and with it the folder. */
  private void delete() throws IOException {
    try {
      Folders.delete(folder);
    } catch (DirectoryNotEmptyException e) {
      release();
      Folders.delete(folder);
    }
  }

  private void release() throws IOException {
    if (channel != null) {
      channel.close();
    }
  }

  /** Others may still be writing into the folders while the process is told to end. */
  private static void removeAll() {
    Leaving.begin();
    Descendants.each(ProcessHandle.current(), ProcessHandle::destroyForcibly);
    for (int attempt = 0; attempt < MOST_ATTEMPTS && !OPEN.isEmpty(); attempt++) {
      for (ClaimedFolder one : OPEN) {
        try {
          one.delete();
          if (attempt > 0 && !Files.exists(one.folder)) {
            OPEN.remove(one);
          }
        } catch (IOException e) {
          continue; // once more
        }
      }
      pause();
    }
  }

  private static void pause() {
    try {
      Thread.sleep(PAUSE_MILLIS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
