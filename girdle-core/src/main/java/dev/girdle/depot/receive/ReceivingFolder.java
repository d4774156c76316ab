package dev.girdle.depot.receive;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.Why;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageJson;
import dev.girdle.place.Folders;
import dev.girdle.place.WholeFile;
import dev.girdle.place.Windows;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A folder that releases are received into: each in a folder of its own, a link {@code current} to
 * one of them, and {@code .girdle} with what is known of them. One process at a time works in it.
 *
 * <p>Whenever a process ends, in whatever way, releases lie there whole, and the link leads to one
 * of them. What is said of a release is written before it is moved in, and taken for true only if
 * the release is there.
 */
final class ReceivingFolder implements AutoCloseable {
  /** The link to the release that is used. */
  static final String CURRENT = "current";

  private static final String OWN = ".girdle";
  private static final String GOING = "going-";
  private static final int PAUSE_MILLIS = 200;

  private final Path folder;
  private final FileChannel channel;
  private Received received;

  /** Of a release, in a file that stands for a link. */
  private static final int LONGEST_NAME = 300;

  private ReceivingFolder(Path folder, FileChannel channel) throws IOException {
    this.folder = folder;
    this.channel = channel;
    this.received = settled(read(folder));
    sweep();
  }

  /** Is told that another process works in the folder. */
  interface Waiting {
    void tell();
  }

  /**
   * Opens a folder, and waits until no other process works in it.
   *
   * @throws GirdleException if it cannot be written to
   */
  static ReceivingFolder open(Path folder, Waiting waiting) {
    try {
      Files.createDirectories(folder.resolve(OWN));
      FileChannel channel =
          FileChannel.open(
              folder.resolve(OWN).resolve("lock"),
              StandardOpenOption.CREATE,
              StandardOpenOption.WRITE);
      boolean hasTold = false;
      while (!isOurs(channel)) {
        if (!hasTold) {
          waiting.tell();
          hasTold = true;
        }
        Thread.sleep(PAUSE_MILLIS);
      }
      return new ReceivingFolder(folder, channel);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw GirdleException.machine(
          "the other process that works in " + folder + " was not waited for");
    } catch (IOException e) {
      throw failed(folder, e);
    }
  }

  private static boolean isOurs(FileChannel channel) {
    try {
      FileLock lock = channel.tryLock();
      return lock != null;
    } catch (OverlappingFileLockException e) {
      return false; // another thread of this process
    } catch (IOException e) {
      return true; // a file system without locks
    }
  }

  static GirdleException failed(Path folder, IOException e) {
    return GirdleException.because(
        e,
        () ->
            new GirdleException(
                Fault.MACHINE,
                e,
                "cannot receive into " + folder + ": " + Why.of(e),
                "  What was there is as it was."));
  }

  /** What was received into a folder, as far as that is known. */
  static Received read(Path folder) throws IOException {
    Path file = folder.resolve(OWN).resolve("received.json");
    if (!Files.exists(file)) {
      return Received.nothing();
    }
    try {
      Received read = ImageJson.read(Files.readAllBytes(file), Received.class);
      if (read.format() > Received.FORMAT) {
        throw new IOException("a newer Girdle has received into " + folder);
      }
      return read;
    } catch (com.fasterxml.jackson.core.JsonProcessingException e) {
      throw new IOException(file + " cannot be read any more; it was altered", e);
    }
  }

  /** What is really there counts, and not what was to become of it. */
  private Received settled(Received read) throws IOException {
    List<Received.Placed> placed =
        read.placed().stream()
            .filter(p -> Files.isDirectory(release(p.release()), LinkOption.NOFOLLOW_LINKS))
            .toList();
    Optional<String> current = current();
    List<String> history = new ArrayList<>(read.history());
    if (current.isPresent()) {
      while (!history.isEmpty() && !history.get(history.size() - 1).equals(current.get())) {
        history.remove(history.size() - 1);
      }
      if (history.isEmpty()) {
        history.add(current.get());
      }
    } else {
      history.clear();
    }
    return read.with(placed, history);
  }

  Received received() {
    return received;
  }

  void write(Received newReceived) throws IOException {
    WholeFile.writeOpen(folder.resolve(OWN).resolve("received.json"), ImageJson.bytes(newReceived));
    received = newReceived;
  }

  Path folder() {
    return folder;
  }

  /** Where a release lies or will lie. */
  Path release(String release) {
    return folder.resolve(release);
  }

  /** Where parts of releases are kept for the next ones; their digests name them. */
  static Path parts(Path folder) {
    return folder.resolve(OWN).resolve("parts");
  }

  Path parts() {
    return parts(folder);
  }

  /** The release that {@code current} leads to; empty if it leads to none. */
  Optional<String> current() throws IOException {
    Path link = folder.resolve(CURRENT);
    Optional<String> named =
        Files.isSymbolicLink(link)
            ? Optional.of(Files.readSymbolicLink(link).toString())
            : namedIn(link);
    return named.filter(r -> Files.isDirectory(folder.resolve(r)));
  }

  /** What a file says that stands for the link. */
  private Optional<String> namedIn(Path file) throws IOException {
    if (!Files.isRegularFile(file) || Files.size(file) > LONGEST_NAME) {
      return Optional.empty();
    }
    String named = Files.readString(file).strip();
    return Optional.of(named)
        .filter(n -> n.matches("[A-Za-z0-9][A-Za-z0-9._+-]*"))
        .filter(n -> Files.isDirectory(folder.resolve(n)));
  }

  /** Whether something is in the way of the link that was not made here. */
  boolean isCurrentTaken() {
    Path link = folder.resolve(CURRENT);
    try {
      return Files.exists(link, LinkOption.NOFOLLOW_LINKS)
          && !Files.isSymbolicLink(link)
          && namedIn(link).isEmpty();
    } catch (IOException e) {
      return true;
    }
  }

  /** Lets {@code current} lead to another release, in one step. */
  void point(String release) throws IOException {
    List<String> history = new ArrayList<>(received.history());
    history.remove(release);
    history.add(release);
    write(received.with(received.placed(), history));
    swing(release);
  }

  /** Lets {@code current} lead to the release that it led to before; empty if there was none. */
  Optional<String> pointBack() throws IOException {
    List<String> history = new ArrayList<>(received.history());
    if (!history.isEmpty()) {
      history.remove(history.size() - 1);
    }
    while (!history.isEmpty() && !Files.isDirectory(release(history.get(history.size() - 1)))) {
      history.remove(history.size() - 1);
    }
    if (history.isEmpty()) {
      return Optional.empty();
    }
    String before = history.get(history.size() - 1);
    swing(before); // first, since what the link says counts
    write(received.with(received.placed(), history));
    return Optional.of(before);
  }

  private void swing(String release) throws IOException {
    Path work = folder.resolve(OWN).resolve("link-" + UUID.randomUUID());
    try {
      point(work, release);
      Files.move(
          work,
          folder.resolve(CURRENT),
          StandardCopyOption.ATOMIC_MOVE,
          StandardCopyOption.REPLACE_EXISTING);
    } finally {
      Files.deleteIfExists(work);
    }
  }

  /** Windows lets few make links; there, the file says what the link would lead to. */
  private static void point(Path work, String release) throws IOException {
    try {
      Files.createSymbolicLink(work, Path.of(release));
    } catch (FileSystemException | UnsupportedOperationException e) {
      if (!Windows.isHere()) {
        throw e;
      }
    }
    if (!Files.isSymbolicLink(work)) {
      Files.writeString(work, release + "\n");
    }
  }

  /**
   * Removes the oldest releases beyond a number; the current one and the one before stay.
   *
   * @return those that were removed
   */
  List<String> prune(int keep) throws IOException {
    List<String> history = received.history();
    Set<String> staying =
        Set.copyOf(history.subList(Math.max(0, history.size() - 2), history.size()));
    List<Received.Placed> placed = new ArrayList<>(received.placed());
    List<String> gone = new ArrayList<>();
    for (Received.Placed one : received.placed()) {
      if (placed.size() > keep && !staying.contains(one.release())) {
        placed.remove(one);
        gone.add(one.release());
      }
    }
    write(
        received.with(placed, received.history().stream().filter(r -> !gone.contains(r)).toList()));
    for (String one : gone) {
      Path going = folder.resolve(OWN).resolve(GOING + UUID.randomUUID());
      Files.move(release(one), going, StandardCopyOption.ATOMIC_MOVE);
      Folders.delete(going);
    }
    return gone;
  }

  /** Clears away parts that no release is put together of, and what a killed process has left. */
  void forgetBut(Set<Descriptor> parts) throws IOException {
    Set<String> names = parts.stream().map(Descriptor::hex).collect(Collectors.toSet());
    Path kept = parts();
    if (Files.isDirectory(kept)) {
      try (Stream<Path> all = Files.list(kept)) {
        for (Path one : all.toList()) {
          if (!names.contains(one.getFileName().toString())) {
            Files.deleteIfExists(one);
          }
        }
      }
    }
  }

  private void sweep() throws IOException {
    try (Stream<Path> all = Files.list(folder.resolve(OWN))) {
      for (Path one : all.toList()) {
        String name = one.getFileName().toString();
        if (name.startsWith(GOING) || name.startsWith("link-")) {
          Folders.delete(one);
        }
      }
    }
  }

  @Override
  public void close() throws IOException {
    channel.close();
  }
}
