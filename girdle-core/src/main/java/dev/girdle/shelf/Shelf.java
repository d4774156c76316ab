package dev.girdle.shelf;

import dev.girdle.app.Identity;
import dev.girdle.app.Target;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.RuntimeProvider;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.place.Output;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The folder in which a user keeps runtimes to seal with, one folder each, for other systems above
 * all: {@code girdle/runtimes} in the user's data folder (XDG Base Directory Specification).
 *
 * @param folder may not exist yet
 */
public record Shelf(Path folder) {
  private static final int DEEPEST_HOME = 4;

  /** A runtime in what was unpacked, and the folder that makes it up. */
  private record Unpacked(Path folder, FoundRuntime runtime) {}

  /**
   * The user's shelf.
   *
   * @param environment the environment variables
   * @return its folder need not exist
   */
  public static Shelf of(Map<String, String> environment) {
    String data = environment.getOrDefault("XDG_DATA_HOME", "");
    String home = environment.getOrDefault("HOME", System.getProperty("user.home"));
    Path base = data.isEmpty() ? Path.of(home, ".local", "share") : Path.of(data);
    return new Shelf(base.resolve("girdle").resolve("runtimes"));
  }

  /**
   * The folders on it, of whichever language.
   *
   * @return sorted by name
   */
  public List<Path> folders() {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> all = Files.list(folder)) {
      return all.filter(Files::isDirectory).sorted().toList();
    } catch (IOException e) {
      throw new GirdleException(Fault.MACHINE, e, "cannot list " + folder + ": " + e.getMessage());
    }
  }

  /**
   * Puts a runtime on it.
   *
   * @param source its folder, or an archive of it: {@code .tar.gz}, {@code .tgz} or {@code .zip}
   * @param languages who knows runtimes
   * @return its folder on the shelf
   * @throws GirdleException if nobody knows it, or it is there already, or leads out of its folder
   */
  public Path add(Path source, List<RuntimeProvider> languages) {
    if (!Files.exists(source)) {
      throw GirdleException.request("no such file or folder: " + source);
    }
    Path fresh = folder.resolve("fresh");
    try (Output output = Output.at(fresh, "XDG_DATA_HOME")) {
      try {
        RuntimeArchive.copy(source, output.work());
        Unpacked found = in(output.work(), languages).orElseThrow(() -> noneIn(source, languages));
        Path place = folder.resolve(name(found.runtime));
        if (Files.exists(place)) {
          throw GirdleException.request(
              found.runtime.title() + " is on the shelf already: " + place,
              "  To exchange it, remove that folder first.");
        }
        Files.move(found.folder, place);
        return place;
      } catch (IOException e) {
        throw output.cannotWrite(e);
      }
    }
  }

  /** Where in what was unpacked the runtime itself is: some builders put it into a bundle. */
  private static Optional<Unpacked> in(Path folder, List<RuntimeProvider> languages)
      throws IOException {
    try (Stream<Path> all = Files.walk(folder, DEEPEST_HOME - 1)) {
      for (Path one : (Iterable<Path>) all.filter(Files::isDirectory).sorted()::iterator) {
        for (RuntimeProvider language : languages) {
          Optional<FoundRuntime> runtime = language.at(one);
          if (runtime.isPresent()) {
            return Optional.of(new Unpacked(one, runtime.get()));
          }
        }
      }
    }
    return Optional.empty();
  }

  private static GirdleException noneIn(Path source, List<RuntimeProvider> languages) {
    List<String> lines = new ArrayList<>();
    lines.add(source + " holds no runtime");
    languages.forEach(l -> lines.add("  " + l.knownBy()));
    return new GirdleException(Fault.REQUEST, lines);
  }

  /** Such as {@code java-21.0.4-Vendor-linux-x64}. */
  private static String name(FoundRuntime runtime) {
    String title = runtime.title().replace(" of ", "-").replace(' ', '-');
    String target = runtime.target().map(Target::text).orElse("other-system");
    return Identity.fit(
        title.substring(0, 1).toLowerCase(Locale.ROOT) + title.substring(1) + "-" + target);
  }
}
