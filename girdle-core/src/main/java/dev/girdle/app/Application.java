package dev.girdle.app;

import dev.girdle.evidence.Evidence;
import java.io.Closeable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

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
 * @param links symbolic links of its folder that stay inside, by their paths, each with where it
 *     leads as it is written; empty where what they lead to is taken in their place
 * @param seen what runs of it were seen to use, if only runs tell what it needs
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
    List<Closeable> archives,
    Map<String, String> links,
    Evidence seen)
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
    links = Collections.unmodifiableMap(new TreeMap<>(links));
  }

  /** An application that is known without being run. */
  public Application(
      String source,
      Identity identity,
      List<Component> components,
      List<LaunchSpec> starts,
      List<EntryPoint> candidates,
      List<SetAside> setAside,
      List<Absent> absent,
      boolean declares,
      List<String> notices,
      List<Closeable> archives,
      Map<String, String> links) {
    this(
        source,
        identity,
        components,
        starts,
        candidates,
        setAside,
        absent,
        declares,
        notices,
        archives,
        links,
        Evidence.NONE);
  }

  /** An application without links. */
  public Application(
      String source,
      Identity identity,
      List<Component> components,
      List<LaunchSpec> starts,
      List<EntryPoint> candidates,
      List<SetAside> setAside,
      List<Absent> absent,
      boolean declares,
      List<String> notices,
      List<Closeable> archives) {
    this(
        source,
        identity,
        components,
        starts,
        candidates,
        setAside,
        absent,
        declares,
        notices,
        archives,
        Map.of());
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
   * The same application with another main way to start it.
   *
   * @param label what the starter is called; empty for the one that is the main one already
   * @return with that first; this if it has none of that name
   */
  public Application startedBy(String label) {
    List<LaunchSpec> sorted = new ArrayList<>(starts);
    sorted.sort(Comparator.comparing(s -> !s.label().equals(label)));
    return new Application(
        source,
        identity,
        components,
        sorted,
        candidates,
        setAside,
        absent,
        declares,
        notices,
        archives,
        links,
        seen);
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
