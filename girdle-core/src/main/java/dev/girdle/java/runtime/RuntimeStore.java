package dev.girdle.java.runtime;

import dev.girdle.app.Identity;
import dev.girdle.app.Target;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.place.Output;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The folder in which a user keeps Java runtimes to seal with, one folder each, for other systems
 * above all: {@code girdle/runtimes} in the user's data folder (XDG Base Directory Specification).
 *
 * @param folder may not exist yet
 */
public record RuntimeStore(Path folder) {
  /**
   * The user's shelf.
   *
   * @param environment the environment variables
   * @return its folder need not exist
   */
  public static RuntimeStore of(Map<String, String> environment) {
    String data = environment.getOrDefault("XDG_DATA_HOME", "");
    String home = environment.getOrDefault("HOME", System.getProperty("user.home"));
    Path base = data.isEmpty() ? Path.of(home, ".local", "share") : Path.of(data);
    return new RuntimeStore(base.resolve("girdle").resolve("runtimes"));
  }

  /**
   * What is on it.
   *
   * @return sorted by name
   */
  public List<JavaHome> all() {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> all = Files.list(folder)) {
      return all.sorted().map(JavaHome::at).flatMap(Optional::stream).toList();
    } catch (IOException e) {
      throw new GirdleException(Fault.MACHINE, e, "cannot list " + folder + ": " + e.getMessage());
    }
  }

  /**
   * Puts a runtime on it.
   *
   * @param source its folder, or an archive of it: {@code .tar.gz}, {@code .tgz} or {@code .zip}
   * @return the runtime on the shelf
   * @throws GirdleException if it is none, or is there already, or leads out of its folder
   */
  public JavaHome add(Path source) {
    if (!Files.exists(source)) {
      throw GirdleException.request("no such file or folder: " + source);
    }
    Path fresh = folder.resolve("fresh");
    try (Output output = Output.at(fresh, "XDG_DATA_HOME")) {
      try {
        RuntimeArchive.copy(source, output.work());
      } catch (IOException e) {
        throw output.cannotWrite(e);
      }
      JavaHome found =
          RuntimeArchive.homeIn(output.work())
              .orElseThrow(
                  () ->
                      GirdleException.request(
                          source + " holds no Java runtime",
                          "  It has to hold the files release and lib/modules, as Java 9 and newer"
                              + " have them."));
      Path place = folder.resolve(name(found));
      if (Files.exists(place)) {
        throw GirdleException.request(
            found.title() + " is on the shelf already: " + place,
            "  To exchange it, remove that folder first.");
      }
      try {
        Files.move(found.folder(), place);
      } catch (IOException e) {
        throw output.cannotWrite(e);
      }
      return JavaHome.of(place);
    }
  }

  private static String name(JavaHome home) {
    String vendor = home.vendor().isEmpty() ? "" : "-" + home.vendor();
    String target = home.target().map(Target::text).orElse("other-system");
    return Identity.fit("java-" + home.version() + vendor + "-" + target);
  }
}
