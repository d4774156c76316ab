package dev.girdle.rehearse;

import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.Ecosystems;
import dev.girdle.ecosystem.RunObservation;
import dev.girdle.ecosystem.SystemPlaces;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * What of this machine's system is not on a stranger's: runtimes and tool chains. Homes, sources
 * and all else outside of the system's own folders are not there in any case.
 */
final class HiddenPlaces {
  private static final List<String> PROGRAM_FOLDERS = List.of("/usr/bin/", "/bin/", "/usr/sbin/");

  private HiddenPlaces() {}

  /** The paths of this machine that are hidden, folders first. */
  static List<String> all() throws IOException {
    Set<String> folders = new LinkedHashSet<>();
    Set<String> programs = new LinkedHashSet<>();
    for (Ecosystem language : Ecosystems.installed().all()) {
      language.observation().map(RunObservation::places).ifPresent(p -> add(p, folders, programs));
    }
    for (String line : listed()) {
      if (line.startsWith("/")) {
        folders.add(line);
      } else if (!line.startsWith("#")) {
        programs.addAll(List.of(line.split(" ")));
      }
    }
    List<String> hidden = new ArrayList<>();
    folders.stream().filter(f -> Files.isDirectory(Path.of(f))).forEach(hidden::add);
    for (String folder : PROGRAM_FOLDERS) {
      programs.stream()
          .map(t -> folder + t)
          .filter(t -> Files.isRegularFile(Path.of(t)))
          .forEach(hidden::add);
    }
    return hidden;
  }

  private static void add(SystemPlaces places, Set<String> folders, Set<String> programs) {
    folders.addAll(places.folders());
    programs.addAll(places.programs());
  }

  private static List<String> listed() throws IOException {
    try (InputStream in = HiddenPlaces.class.getResourceAsStream("hidden-places.txt")) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().toList();
    }
  }
}
