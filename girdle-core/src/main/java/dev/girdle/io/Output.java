package dev.girdle.io;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.UUID;

/**
 * A file or folder that appears whole or not at all: it is made beside its place under a temporary
 * name and moved in when it is finished. What stood in its place stays until that moment.
 */
public final class Output implements AutoCloseable {
  private final Path place;
  private final Path work;

  private Output(Path place, Path work) {
    this.place = place;
    this.work = work;
  }

  /**
   * Prepares to make a file or folder.
   *
   * @param place where it will appear; missing parent folders are made
   * @return to be finished with {@link #moveIn}, and closed in any case
   */
  public static Output at(Path place) {
    Path parent = place.toAbsolutePath().getParent();
    try {
      Files.createDirectories(parent);
    } catch (IOException e) {
      throw cannotWrite(parent, e);
    }
    if (!Files.isWritable(parent)) {
      throw GirdleException.machine(
          "cannot write to " + parent + ": permission denied.",
          "  Choose another place with --out.");
    }
    String name = "." + place.getFileName() + "." + UUID.randomUUID().toString().substring(0, 8);
    return new Output(place, parent.resolve(name));
  }

  /**
   * Where the file or folder is made. It does not exist yet.
   *
   * @return a path beside the place
   */
  public Path work() {
    return work;
  }

  /** Puts the finished work in its place; what stood there is removed. */
  public void moveIn() {
    Path old = work.resolveSibling(work.getFileName() + ".old");
    try {
      if (Files.exists(place)) {
        Files.move(place, old, StandardCopyOption.ATOMIC_MOVE);
      }
      try {
        Files.move(work, place, StandardCopyOption.ATOMIC_MOVE);
      } catch (IOException e) {
        if (Files.exists(old)) {
          Files.move(old, place, StandardCopyOption.ATOMIC_MOVE);
        }
        throw e;
      }
      TemporaryFolder.delete(old);
    } catch (IOException e) {
      throw cannotWrite(place, e);
    }
  }

  /** Removes what was made and not moved in. */
  @Override
  public void close() {
    try {
      TemporaryFolder.delete(work);
    } catch (IOException e) {
      throw cannotWrite(work, e);
    }
  }

  /**
   * Says that a place cannot be written.
   *
   * @param place the file or folder
   * @param cause what the system said
   * @return the failure
   */
  public static GirdleException cannotWrite(Path place, IOException cause) {
    String why = cause.getMessage();
    return new GirdleException(
        Fault.MACHINE,
        cause,
        "cannot write " + place + ": " + (why == null ? cause.getClass().getSimpleName() : why),
        "  Nothing is left half-written. Choose another place with --out.");
  }
}
