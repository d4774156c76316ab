package dev.girdle.node.observe;

import dev.girdle.ecosystem.RunObservation;
import dev.girdle.ecosystem.RunPaths;
import dev.girdle.ecosystem.Symptom;
import dev.girdle.ecosystem.SystemPlaces;
import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import dev.girdle.io.Template;
import dev.girdle.record.ArtifactRecord;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * How Node.js programs are watched: a few lines that are loaded before them write down which
 * modules are loaded; an archive tells itself what it reads of what is in it.
 */
public final class NodeObservation implements RunObservation {
  private static final EvidenceKind MODULE = EvidenceKind.code("module", "modules");
  private static final String PROBE = "girdle-probe.cjs";
  private static final String OPTIONS = "NODE_OPTIONS";
  private static final SystemPlaces PLACES =
      new SystemPlaces(
          List.of("/usr/lib/node_modules", "/usr/share/nodejs", "/usr/lib/nodejs"),
          List.of("node", "nodejs", "npm", "npx", "yarn"),
          List.of("/usr/local/bin/node", "/opt/node/bin/node"),
          "",
          Pattern.compile("/etc/node[^/]*(/.*)?"));

  /** Called by {@link dev.girdle.node.NodeEcosystem}. */
  public NodeObservation() {}

  @Override
  public void prepare(Path folder) throws IOException {
    Files.writeString(folder.resolve(PROBE), Template.fill(getClass(), "probe.js", Map.of()));
  }

  @Override
  public Map<String, String> environment(
      String variablePrefix, ArtifactRecord content, String folder) {
    return Map.of(OPTIONS, option(folder));
  }

  @Override
  public Map<String, String> environment(Path folder) {
    return Map.of(OPTIONS, option(folder.toString()));
  }

  private static String option(String folder) {
    return "--require=" + folder + "/" + PROBE;
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
    return List.of(runtime, option(folder), artifact);
  }

  @Override
  public void read(Path folder, RunPaths paths, Set<Seen> found) throws IOException {
    for (String path : lines(folder, "modules-")) {
      String place = paths.inArtifact(path);
      if (!place.startsWith("/") && !place.startsWith("~")) {
        found.add(new Seen(MODULE, MissedModule.inApplication("/" + place), ""));
      }
    }
    for (String path : lines(folder, "used-")) {
      boolean isCode = path.matches(".*\\.[cm]?js");
      found.add(
          isCode
              ? new Seen(MODULE, MissedModule.inApplication("/" + path), "")
              : new Seen(EvidenceKind.FILE, path, ""));
    }
  }

  @Override
  public Set<String> code(Path folder, String application) throws IOException {
    Path source = Path.of(application).toAbsolutePath();
    String top = (Files.isDirectory(source) ? source : source.getParent()).toRealPath() + "/";
    Set<String> names = new TreeSet<>();
    for (String path : lines(folder, "modules-")) {
      if (path.startsWith(top)) {
        names.add(path.substring(top.length()));
      }
    }
    return names;
  }

  /** The lines of all files whose names start so, one for each process and thread. */
  private static Set<String> lines(Path folder, String start) throws IOException {
    Set<String> lines = new TreeSet<>();
    try (Stream<Path> all = Files.list(folder)) {
      for (Path file : all.filter(f -> f.getFileName().toString().startsWith(start)).toList()) {
        lines.addAll(Files.readAllLines(file));
      }
    }
    return lines;
  }

  @Override
  public List<String> joined(List<String> lines) {
    return MissedModule.joined(lines);
  }

  @Override
  public List<Symptom> symptoms(String line) {
    return MissedModule.in(line);
  }

  @Override
  public Optional<String> kept(Symptom symptom, String component, String path) {
    return MissedModule.kept(symptom.path(), component, path);
  }
}
