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
 * @param starts the ways to start it, the main one first; empty if the user has to choose
 * @param candidates all that could be the entry point, the likeliest first
 * @param setAside what was not taken for a part of the program
 * @param absent what is declared and does not go along
 * @param declares whether parts of it were found by what it declares, which may differ by target
 * @param notices what the user should know, one sentence each
 * @param archives what {@link #close} closes
 */
public record Application(
    String source,
    Identity identity,
    List<Component> components,
    List<LaunchSpec> starts,
    List<EntryPoint> candidates,
    List<SetAside> setAside,
    List<Absent> absent,
    boolean declares,
    List<String> notices,
    List<Closeable> archives)
    implements AutoCloseable {
  /** Copies the lists. */
  public Application {
    components = List.copyOf(components);
    starts = List.copyOf(starts);
    candidates = List.copyOf(candidates);
    setAside = List.copyOf(setAside);
    absent = List.copyOf(absent);
    notices = List.copyOf(notices);
    archives = List.copyOf(archives);
  }

  /**
   * Where execution starts in the main way to start it.
   *
   * @return empty if the user has to choose
   */
  public Optional<EntryPoint> entryPoint() {
    return starts.stream().findFirst().map(LaunchSpec::entry);
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
