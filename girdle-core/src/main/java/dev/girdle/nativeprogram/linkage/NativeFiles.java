package dev.girdle.nativeprogram.linkage;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.binary.AssemblyHead;
import dev.girdle.binary.CodeKind;
import dev.girdle.binary.LinkReading;
import dev.girdle.binary.LinkedCode;
import dev.girdle.binary.NativeCode;
import dev.girdle.binary.assembly.Assembly;
import dev.girdle.binary.assembly.AssemblyReader;
import dev.girdle.evidence.Evidence;
import dev.girdle.io.Channels;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Links;
import dev.girdle.io.Paths;
import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;

/** The files of an application and of what comes from the system, by their names. Immutable. */
public final class NativeFiles {
  private final TreeMap<String, Item> byName = new TreeMap<>();
  private final Map<String, List<Item>> byFileName = new HashMap<>();
  private final Map<String, String> links;
  private final Evidence seen;
  private final Map<String, Optional<Command>> commands = new ConcurrentHashMap<>();
  private final Map<Item, Beginning> beginnings = new ConcurrentHashMap<>();
  private final Map<Item, LinkReading> readings = new ConcurrentHashMap<>();
  private final Map<Item, Optional<Assembly>> assemblies = new ConcurrentHashMap<>();

  /**
   * What the header of native code says.
   *
   * @param code for which systems and processors it is
   * @param kind what it is
   */
  public record Head(NativeCode code, CodeKind kind) {}

  /** What the first bytes of a file say, which are read once. */
  private record Beginning(Optional<Head> head, boolean isAssembly) {}

  /**
   * Lists them.
   *
   * @param application the application
   * @param excluded what must not be seen
   */
  public NativeFiles(Application application, Set<Item> excluded) {
    this.links = application.links();
    this.seen = application.seen();
    for (Component component : application.components()) {
      for (Item item : component.items()) {
        if (!excluded.contains(item)) {
          byName.putIfAbsent(item.name(), item);
          byFileName.computeIfAbsent(Paths.fileName(item.path()), n -> new ArrayList<>()).add(item);
        }
      }
    }
  }

  /**
   * The root folder of the system that files were taken from.
   *
   * @return told by where they lie; that of this machine if there are none
   */
  public Path root() {
    for (Item item : byName.values()) {
      Optional<Path> file =
          Spot.of(item).isOfSystem() ? FolderTree.fileOf(item.content()) : Optional.empty();
      String path = file.map(Path::toString).orElse("");
      if (path.endsWith(item.name())) {
        String root = path.substring(0, path.length() - item.name().length());
        return Path.of(root.isEmpty() ? "/" : root);
      }
    }
    return Path.of("/");
  }

  /**
   * The file of a name.
   *
   * @param name a path in the application's folder, or, with a slash in front, in the system
   * @return also behind links; empty if there is none
   */
  public Optional<Item> file(String name) {
    Item there = byName.get(name);
    if (there != null || links.isEmpty()) {
      return Optional.ofNullable(there);
    }
    return real(name).map(byName::get);
  }

  /**
   * What a path means: a file, or all files of a folder.
   *
   * @param name a path in the application's folder, or, with a slash in front, in the system
   * @return also behind links; empty if there is nothing
   */
  public List<Item> at(String name) {
    Optional<Item> file = file(name);
    return file.isPresent()
        ? List.of(file.get())
        : real(name).map(r -> List.copyOf(below(r))).orElse(List.of());
  }

  /**
   * Where a path leads, links of the application taken into account.
   *
   * @param path in the application's folder
   * @return empty if it leads out, or around in a ring
   */
  public Optional<String> real(String path) {
    String at = path;
    for (int steps = 0; steps < 40; steps++) {
      String link = linkOn(at);
      if (link == null) {
        return Optional.of(at);
      }
      Optional<String> target = target(link);
      if (target.isEmpty()) {
        return Optional.empty();
      }
      at = target.get() + at.substring(link.length());
    }
    return Optional.empty();
  }

  /** Where a link leads, from where it lies; of links of the system, with a slash in front. */
  private Optional<String> target(String link) {
    Optional<String> target = Links.target(link.replaceFirst("^/", ""), links.get(link));
    return link.startsWith("/") ? target.map(t -> "/" + t) : target;
  }

  private String linkOn(String path) {
    for (int slash = path.indexOf('/', 1); slash > 0; slash = path.indexOf('/', slash + 1)) {
      if (links.containsKey(path.substring(0, slash))) {
        return path.substring(0, slash);
      }
    }
    return links.containsKey(path) ? path : null;
  }

  /**
   * All files below a folder.
   *
   * @param folder a name without a slash at its end; empty for all of the application's own
   * @return in the order of their names
   */
  public Collection<Item> below(String folder) {
    return folder.isEmpty()
        ? own()
        : Collections.unmodifiableCollection(byName.subMap(folder + "/", folder + "0").values());
  }

  private List<Item> own() {
    return byName.values().stream().filter(i -> !Spot.of(i).isOfSystem()).toList();
  }

  /**
   * All files.
   *
   * @return in the order of their names
   */
  public Collection<Item> all() {
    return Collections.unmodifiableCollection(byName.values());
  }

  /**
   * All files that are called so, wherever they lie.
   *
   * @param fileName a name without folders
   * @return in the application's order; may be empty
   */
  public List<Item> called(String fileName) {
    return Collections.unmodifiableList(byFileName.getOrDefault(fileName, List.of()));
  }

  /**
   * Reads the header of a file.
   *
   * @param item any item
   * @return empty if it is no native code
   */
  public Optional<Head> head(Item item) {
    return beginning(item).head;
  }

  private Beginning beginning(Item item) {
    return beginnings.computeIfAbsent(item, NativeFiles::readBeginning);
  }

  private static Beginning readBeginning(Item item) {
    try (InputStream in = item.content().open()) {
      byte[] head = in.readNBytes(NativeCode.HEAD);
      return new Beginning(
          NativeCode.of(head).map(code -> new Head(code, CodeKind.of(head))),
          AssemblyHead.isForAnySystem(head));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * What a file says of itself as an assembly for .NET.
   *
   * @param item any item
   * @return read once; empty if it is none
   * @throws dev.girdle.binary.DamagedCodeException if it looks like one and cannot be one
   * @throws IOException if it cannot be read
   */
  public Optional<Assembly> assembly(Item item) throws IOException {
    Optional<Assembly> known = assemblies.get(item);
    if (known == null) {
      known = isAssembly(item) ? AssemblyReader.read(item.content()) : Optional.empty();
      assemblies.put(item, known);
    }
    return known;
  }

  /**
   * What runs of the application were seen to use.
   *
   * @return nothing if it is known without being run
   */
  public Evidence seen() {
    return seen;
  }

  /**
   * Whether only runs tell what the application needs: then all that comes from the system keeps
   * its path, since nobody knows how its parts find each other.
   *
   * @return true if so
   */
  public boolean isKnownByRuns() {
    return !seen.seen().isEmpty();
  }

  /**
   * The file that an entry point starts.
   *
   * @param entry as the application calls it: the name of a file, or a command
   * @return of a command, the application's own file if it names one; empty if there is none
   */
  public Optional<Item> startedItem(String entry) {
    Optional<Item> file = file(entry);
    return file.isPresent()
        ? file
        : command(entry).flatMap(c -> file(c.file().orElse(c.program())));
  }

  private Optional<Command> command(String entry) {
    return commands.computeIfAbsent(
        entry,
        e ->
            Command.of(
                e,
                path -> byName.containsKey(path) && !path.startsWith("/"),
                new RootFolder(root())));
  }

  /**
   * What an entry point starts, on Linux.
   *
   * @param entry as the application calls it: the name of a file, or a command
   * @return empty if there is no such file
   * @throws IOException if it cannot be read
   */
  public Optional<Started> started(String entry) throws IOException {
    Optional<Item> file = file(entry);
    if (file.isPresent()) {
      return Optional.of(new Started(file.get(), runner(file.get()), List.of()));
    }
    Optional<Command> command = command(entry);
    Optional<Item> item = startedItem(entry);
    if (command.isEmpty() || item.isEmpty()) {
      return Optional.empty();
    }
    Optional<Runner> runner =
        command.get().file().isPresent()
            ? Optional.of(new Runner(command.get().program(), command.get().before(), false))
            : runner(item.get());
    return Optional.of(new Started(item.get(), runner, command.get().after()));
  }

  /**
   * What runs a file on Linux that is no native program.
   *
   * @param item any item
   * @return empty if the system runs it itself, or nothing does
   * @throws IOException if it cannot be read
   */
  public Optional<Runner> runner(Item item) throws IOException {
    boolean isForCore = file(Runners.settingsOf(item.name())).isPresent();
    return Runners.of(item.content(), isForCore, new RootFolder(root()));
  }

  /**
   * Whether a file is an assembly that runs wherever there is a runtime for it.
   *
   * @param item any item
   * @return true if so
   */
  public boolean isAssembly(Item item) {
    return beginning(item).isAssembly;
  }

  /**
   * What a file is linked with.
   *
   * @param item any item
   * @return read once
   * @throws IOException if it cannot be read
   */
  public LinkReading reading(Item item) throws IOException {
    LinkReading known = readings.get(item);
    if (known == null) {
      try (SeekableByteChannel channel = Channels.seekable(item.content())) {
        known = LinkReading.of(channel);
      }
      readings.put(item, known);
    }
    return known;
  }

  /**
   * What a file is linked with, for one processor.
   *
   * @param item any item
   * @return of universal files the first part; empty if it is no native code, or damaged
   * @throws IOException if it cannot be read
   */
  public Optional<LinkedCode> linked(Item item) throws IOException {
    return reading(item) instanceof LinkReading.Read read
        ? read.parts().stream().findFirst()
        : Optional.empty();
  }

  /** The names of libraries that a file cannot be loaded without; none if it is no native code. */
  List<String> linkedNames(Item item) {
    if (head(item).isEmpty()) {
      return List.of();
    }
    try {
      return linked(item).map(LinkedCode::needed).orElse(List.of()).stream()
          .map(n -> Paths.fileName(n.name()))
          .toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * Whether a file can be loaded by another.
   *
   * @param one native code
   * @param other any item
   * @return true if both run on one system and processor
   */
  public boolean runsWith(NativeCode one, Item other) {
    Optional<Head> head = head(other);
    return head.isPresent()
        && head.get().code().system().equals(one.system())
        && head.get().code().processors().stream().anyMatch(one.processors()::contains);
  }

  /**
   * Whether an item comes from the system, and not from what the user handed over.
   *
   * @param item any item
   * @return false for a package that is sealed itself
   */
  public static boolean isTaken(Item item) {
    return item.component().role() == Role.LIBRARY && Spot.of(item).isOfSystem();
  }
}
