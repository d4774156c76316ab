package dev.girdle.java.observe;

import dev.girdle.ecosystem.RunObservation;
import dev.girdle.ecosystem.RunPaths;
import dev.girdle.ecosystem.Symptom;
import dev.girdle.ecosystem.SystemPlaces;
import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import dev.girdle.record.ArtifactRecord;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/** Watches Java programs by the log that Java itself writes. */
public final class JavaObservation implements RunObservation {
  /** The first that knows the log (JEP 158); older ones refuse to start with the option. */
  private static final int FIRST_WITH_LOG = 9;

  private static final SystemPlaces PLACES =
      new SystemPlaces(
          List.of(
              "/usr/lib/jvm",
              "/usr/lib64/jvm",
              "/usr/java",
              "/usr/share/maven",
              "/usr/share/maven-repo",
              "/usr/share/java",
              "/usr/share/gradle"),
          List.of("java", "javac", "jar", "jlink", "mvn", "gradle", "ant"),
          List.of("/usr/lib/jvm/java", "/opt/java/given"),
          "bin/java",
          Pattern.compile("/etc/java[^/]*(/.*)?"));

  /** Called by {@link dev.girdle.java.JavaEcosystem}. */
  public JavaObservation() {}

  @Override
  public Map<String, String> environment(
      String variablePrefix, ArtifactRecord content, String folder) {
    return Map.of(variablePrefix + "_JAVA_OPTS", option(content, folder));
  }

  @Override
  public Map<String, String> environment(Path folder) {
    return Map.of("JAVA_TOOL_OPTIONS", ClassLog.option(folder.toString(), FIRST_WITH_LOG));
  }

  @Override
  public Map<String, String> using(Path home) {
    return Map.of("JAVA_HOME", home.toString());
  }

  @Override
  public EvidenceKind codeKind() {
    return ClassLog.CLASS;
  }

  @Override
  public SystemPlaces places() {
    return PLACES;
  }

  private static String option(ArtifactRecord content, String folder) {
    return ClassLog.option(folder, Integer.parseInt(content.runtime().range().least()));
  }

  @Override
  public List<String> start(
      String runtime, String artifact, String entry, ArtifactRecord content, String folder) {
    List<String> words = new ArrayList<>(List.of(runtime, option(content, folder)));
    if (!entry.isEmpty()) {
      words.add("-Dgirdle.entry=" + entry);
    }
    words.addAll(List.of("-jar", artifact));
    return words;
  }

  @Override
  public void read(Path folder, RunPaths paths, Set<Seen> found) throws IOException {
    ClassLog.read(folder, paths, found);
  }

  @Override
  public Set<String> code(Path folder, String application) throws IOException {
    return ClassLog.names(folder);
  }

  @Override
  public List<Symptom> symptoms(String line) {
    return Complaints.in(line);
  }
}
