package dev.girdle.python.observe;

import dev.girdle.ecosystem.RunObservation;
import dev.girdle.ecosystem.RunPaths;
import dev.girdle.ecosystem.Symptom;
import dev.girdle.ecosystem.SystemPlaces;
import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import dev.girdle.io.Template;
import dev.girdle.python.bundle.PythonBundle;
import dev.girdle.python.bundle.PythonHome;
import dev.girdle.record.ArtifactRecord;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * How Python programs are watched: a few lines that are run before them listen to what the
 * interpreter says of the code that it runs (PEP 578), and write down where that comes from.
 */
public final class PythonObservation implements RunObservation {
  private static final EvidenceKind MODULE = EvidenceKind.code("module", "modules");
  private static final String PROBE = "sitecustomize.py";
  private static final String SEEN = "GIRDLE_SEEN";

  /** Where an archive goes on that has unpacked itself. */
  private static final Pattern UNPACKED =
      Pattern.compile(".*/girdle-(?:unpacked|\\w+)/[^/]+-[0-9a-f]{12}/(.*)");

  private static final SystemPlaces PLACES =
      new SystemPlaces(
          List.of(
              "/usr/lib/python3",
              "/usr/local/lib/python3",
              "/usr/lib/python3.8",
              "/usr/lib/python3.9",
              "/usr/lib/python3.10",
              "/usr/lib/python3.11",
              "/usr/lib/python3.12",
              "/usr/lib/python3.13",
              "/usr/lib/python3.14",
              "/usr/share/python3"),
          List.of(
              "python3",
              "python",
              "python3.8",
              "python3.9",
              "python3.10",
              "python3.11",
              "python3.12",
              "python3.13",
              "python3.14",
              "pip",
              "pip3"),
          List.of("/opt/python"),
          "bin/python3",
          Pattern.compile("/etc/python[^/]*(/.*)?"));

  /** Called by {@link dev.girdle.python.PythonEcosystem}. */
  public PythonObservation() {}

  @Override
  public void prepare(Path folder) throws IOException {
    Files.writeString(folder.resolve(PROBE), Template.fill(getClass(), "probe.py", Map.of()));
  }

  @Override
  public Path given(Path home, Path folder) throws IOException {
    return PythonBundle.writeWhole(PythonHome.of(home), folder);
  }

  @Override
  public Map<String, String> environment(
      String variablePrefix, ArtifactRecord content, String folder) {
    return Map.of(SEEN, folder);
  }

  @Override
  public Map<String, String> environment(Path folder) {
    return Map.of(
        SEEN, folder.toString(), "PYTHONPATH", folder.toString(), "PYTHONDONTWRITEBYTECODE", "1");
  }

  @Override
  public Map<String, String> using(Path home) {
    return Map.of();
  }

  @Override
  public EvidenceKind codeKind() {
    return MODULE;
  }

  @Override
  public SystemPlaces places() {
    return PLACES;
  }

  @Override
  public List<String> start(
      String runtime, String artifact, String entry, ArtifactRecord content, String folder) {
    // what is watched is what the archive goes on with, and that keeps its variables
    return List.of("/usr/bin/env", SEEN + "=" + folder, runtime, artifact);
  }

  @Override
  public void read(Path folder, RunPaths paths, Set<Seen> found) throws IOException {
    for (String path : lines(folder)) {
      Matcher unpacked = UNPACKED.matcher(path);
      String place = unpacked.matches() ? unpacked.group(1) : paths.inArtifact(path);
      boolean isInside = !place.startsWith("/") && !place.startsWith("~");
      boolean isOfProgram = place.matches("(?:.*/)?(?:app|packages|own)/.*");
      if (isInside && isOfProgram) {
        found.add(new Seen(MODULE, MissedThing.inApplication("/" + place), ""));
      }
    }
  }

  @Override
  public Set<String> code(Path folder, String application) throws IOException {
    Path source = Path.of(application).toAbsolutePath();
    String top = (Files.isDirectory(source) ? source : source.getParent()).toRealPath() + "/";
    Set<String> names = new TreeSet<>();
    for (String path : lines(folder)) {
      int site = path.lastIndexOf("-packages/");
      if (site >= 0) {
        names.add(path.substring(site + "-packages/".length()));
      } else if (path.startsWith(top)) {
        names.add(path.substring(top.length()));
      }
    }
    return names;
  }

  /** The lines of all files, one for each process. */
  private static Set<String> lines(Path folder) throws IOException {
    Set<String> lines = new TreeSet<>();
    try (Stream<Path> all = Files.list(folder)) {
      for (Path file :
          all.filter(f -> f.getFileName().toString().startsWith("modules-")).toList()) {
        lines.addAll(Files.readAllLines(file));
      }
    }
    return lines;
  }

  @Override
  public List<Symptom> symptoms(String line) {
    return MissedThing.in(line);
  }

  @Override
  public Optional<String> kept(Symptom symptom, String component, String path) {
    return MissedThing.kept(symptom.path(), component, path);
  }
}
