package dev.girdle.nativeprogram.survey;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.app.ReleaseRange;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.nativeprogram.linkage.Runners;
import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * A folder with runtimes for .NET: its program, and what assemblies share, by name and release
 * ({@code dotnet}, {@code host/fxr/RELEASE}, {@code shared/NAME/RELEASE}).
 */
final class DotNetHome {
  private static final List<String> PLACES =
      List.of("/usr/share/dotnet", "/usr/lib/dotnet", "/usr/lib64/dotnet", "/opt/dotnet");

  private static final String INSTALLED = "/etc/dotnet/install_location";

  private final Path folder;

  private DotNetHome(Path folder) {
    this.folder = folder;
  }

  /**
   * Looks for one.
   *
   * @param root the system that libraries are taken from
   * @param named folders that the user names
   */
  static Optional<DotNetHome> find(RootFolder root, List<Path> named) {
    List<Path> all = new ArrayList<>(named);
    root.text(INSTALLED).map(String::strip).flatMap(root::find).ifPresent(all::add);
    PLACES.stream().flatMap(p -> root.find(p).stream()).forEach(all::add);
    return all.stream().filter(DotNetHome::isOne).findFirst().map(DotNetHome::new);
  }

  static boolean isOne(Path folder) {
    return Files.isRegularFile(folder.resolve("dotnet"))
        && Files.isDirectory(folder.resolve("shared"));
  }

  /**
   * What an application needs of it, by where it goes in the system of an artifact.
   *
   * @param settings what is written beside the application
   * @throws GirdleException if it has no release that fits
   */
  Map<String, Path> parts(Content settings) throws IOException {
    Map<String, Path> parts = new LinkedHashMap<>();
    parts.put(Runners.DOTNET_HOST, folder.resolve("dotnet"));
    newest(folder.resolve("host/fxr"), release -> true)
        .ifPresent(f -> add("host/fxr/" + f.getFileName(), f, parts));
    List<String> missing = new ArrayList<>();
    frameworks(settings)
        .forEach(
            (name, release) -> {
              ReleaseRange range = ReleaseRange.from(release);
              String major = release.replaceFirst("\\..*$", "");
              Path all = folder.resolve("shared").resolve(name);
              Optional<Path> fitting =
                  newest(all, r -> range.accepts(r) && r.startsWith(major + "."));
              fitting.ifPresentOrElse(
                  f -> add("shared/" + name + "/" + f.getFileName(), f, parts),
                  () -> missing.add("  " + name + " " + release));
            });
    if (!missing.isEmpty()) {
      missing.add(0, "it needs a release of .NET that is not there:");
      missing.add("  Install it, or name the folder of one: --with DIR");
      throw GirdleException.request(missing.toArray(new String[0]));
    }
    return parts;
  }

  private static Optional<Path> newest(Path folder, java.util.function.Predicate<String> fits) {
    if (!Files.isDirectory(folder)) {
      return Optional.empty();
    }
    try (Stream<Path> all = Files.list(folder)) {
      return all.filter(f -> fits.test(f.getFileName().toString()))
          .max(java.util.Comparator.comparing(f -> sortable(f.getFileName().toString())));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /** Numbers sort by what they count: 8.0.10 behind 8.0.9. */
  private static String sortable(String release) {
    StringBuilder text = new StringBuilder();
    for (String part : release.split("[.-]")) {
      text.append("0".repeat(Math.max(0, 8 - part.length()))).append(part).append('.');
    }
    return text.toString();
  }

  private static void add(String place, Path from, Map<String, Path> to) {
    try (Stream<Path> all = Files.walk(from)) {
      for (Path one : (Iterable<Path>) all.sorted()::iterator) {
        if (Files.isRegularFile(one)) {
          String path = from.relativize(one).toString().replace('\\', '/');
          to.put(Runners.DOTNET + place + "/" + path, one);
        }
      }
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  /** The frameworks that settings ask for, with their releases; none if it brings its own. */
  static Map<String, String> frameworks(Content settings) throws IOException {
    JsonNode options;
    try (InputStream in = settings.open()) {
      options = new ObjectMapper().readTree(in).path("runtimeOptions");
    }
    Map<String, String> found = new TreeMap<>();
    List<JsonNode> all = new ArrayList<>();
    all.add(options.path("framework"));
    options.path("frameworks").forEach(all::add);
    for (JsonNode one : all) {
      if (one.hasNonNull("name")) {
        found.put(one.path("name").asText(), one.path("version").asText("0"));
      }
    }
    return found;
  }
}
