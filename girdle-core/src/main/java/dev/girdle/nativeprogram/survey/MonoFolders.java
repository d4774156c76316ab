package dev.girdle.nativeprogram.survey;

import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Where Mono has the assemblies that come with it ({@code mono(1)}, "ASSEMBLIES"). */
final class MonoFolders {
  private static final List<String> OF_RELEASE =
      List.of("/usr/lib/mono/4.5/", "/usr/lib/mono/4.5/Facades/");

  private static final String OF_ALL = "/usr/lib/mono/gac/";

  private MonoFolders() {}

  /**
   * The files of an assembly, by their paths in the system; more than one if several could serve.
   */
  static List<String> of(RootFolder root, String name) {
    List<String> found = new ArrayList<>();
    for (String folder : OF_RELEASE) {
      if (root.file(folder + name + ".dll").isPresent()) {
        found.add(folder + name + ".dll");
      }
    }
    Optional<Path> shared = found.isEmpty() ? root.find(OF_ALL + name) : Optional.empty();
    try (Stream<Path> all =
        shared.filter(Files::isDirectory).isPresent() ? Files.list(shared.get()) : Stream.empty()) {
      all.sorted()
          .map(f -> f.resolve(name + ".dll"))
          .filter(Files::isRegularFile)
          .forEach(f -> found.add(root.pathOf(f)));
    } catch (IOException e) {
      found.clear(); // what cannot be listed holds nothing for anybody
    }
    return found;
  }
}
