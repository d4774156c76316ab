package dev.girdle.app;

import java.io.Closeable;
import java.io.IOException;
import java.util.List;
import java.util.Optional;

/**
 * What the user has built and handed over, as survey found it.
 *
 * <p>Holds the archives open that it was read from; close it when their content is no longer
 * needed.
 *
 * @param source as the user named it, for messages only
 * @param identity name and release
 * @param components in the order in which the language looks for things
 * @param entryPoint where execution starts; empty if the user has to choose
 * @param candidates all that could be the entry point, the likeliest first
 * @param setAside what was not taken for a part of the program
 * @param notices what the user should know, one sentence each
 * @param archives what {@link #close} closes
 */
public record Application(
    String source,
    Identity identity,
    List<Component> components,
    Optional<EntryPoint> entryPoint,
    List<EntryPoint> candidates,
    List<SetAside> setAside,
    List<String> notices,
    List<Closeable> archives)
    implements AutoCloseable {
  /** Copies the lists. */
  public Application {
    components = List.copyOf(components);
    candidates = List.copyOf(candidates);
    setAside = List.copyOf(setAside);
    notices = List.copyOf(notices);
    archives = List.copyOf(archives);
  }

  /**
   * The room that all components take.
   *
   * @return bytes
   */
  public long size() {
    return components.stream().mapToLong(Component::size).sum();
  }

  @Override
  public void close() {
    for (Closeable archive : archives) {
      try {
        archive.close();
      } catch (IOException e) {
        continue; // it was only read from
      }
    }
  }
}
