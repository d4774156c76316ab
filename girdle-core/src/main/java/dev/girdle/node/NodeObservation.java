package dev.girdle.node;

import dev.girdle.ecosystem.RunObservation;
import dev.girdle.ecosystem.RunPaths;
import dev.girdle.ecosystem.Symptom;
import dev.girdle.ecosystem.SystemPlaces;
import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import dev.girdle.record.ArtifactRecord;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How Node.js programs are watched: by the system's own trace of the files that they open. What
 * Node says of what it misses is understood.
 */
final class NodeObservation implements RunObservation {
  private static final EvidenceKind MODULE = EvidenceKind.code("module", "modules");
  private static final Pattern NO_MODULE =
      Pattern.compile("Cannot find (?:module|package) '([^']+)'");
  private static final Pattern NO_FILE =
      Pattern.compile("ENOENT: no such file or directory, \\w+ '([^']+)'");
  private static final SystemPlaces PLACES =
      new SystemPlaces(
          List.of("/usr/lib/node_modules", "/usr/share/nodejs", "/usr/lib/nodejs"),
          List.of("node", "nodejs", "npm", "npx", "yarn"),
          List.of("/usr/local/bin/node", "/opt/node/bin/node"),
          "",
          Pattern.compile("/etc/node[^/]*(/.*)?"));

  @Override
  public Map<String, String> environment(
      String variablePrefix, ArtifactRecord content, String folder) {
    return Map.of();
  }

  @Override
  public Map<String, String> environment(Path folder) {
    return Map.of();
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
    return List.of(runtime, artifact);
  }

  @Override
  public void read(Path folder, RunPaths paths, Set<Seen> found) {
    // the system's trace tells which files were opened
  }

  @Override
  public Set<String> code(Path folder) {
    return Set.of();
  }

  @Override
  public List<Symptom> symptoms(String line) {
    List<Symptom> symptoms = new ArrayList<>();
    Matcher module = NO_MODULE.matcher(line);
    if (module.find()) {
      String name = module.group(1);
      symptoms.add(new Symptom(Symptom.Kind.CODE, name, name, Optional.empty()));
    }
    Matcher file = NO_FILE.matcher(line);
    if (file.find()) {
      String name = file.group(1);
      symptoms.add(new Symptom(Symptom.Kind.FILE, name, name, Optional.empty()));
    }
    return symptoms;
  }
}
