package dev.girdle.nativeprogram.observe;

import dev.girdle.ecosystem.RunObservation;
import dev.girdle.ecosystem.RunPaths;
import dev.girdle.ecosystem.Symptom;
import dev.girdle.ecosystem.SystemPlaces;
import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import dev.girdle.nativeprogram.launch.NativeLayout;
import dev.girdle.nativeprogram.linkage.Spot;
import dev.girdle.record.ArtifactRecord;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * What native programs are seen to use: the application's own files, by their paths in it, and
 * those of the system that came along, by their paths there.
 */
public final class NativeObservation implements RunObservation {
  /** A file of the application. */
  public static final EvidenceKind CONTENT =
      new EvidenceKind("content", "file of its own", "files of its own", true);

  /** How the loader says it: {@code dl-load.c} and {@code dl-version.c} of the GNU C library. */
  private static final Pattern NO_LIBRARY =
      Pattern.compile(
          "(?:error while loading shared libraries: |^)(\\S+): cannot open shared object file");

  private static final Pattern OLD_LIBRARY =
      Pattern.compile("(\\S+): version `[^']+' not found \\(required by");

  private static final SystemPlaces PLACES =
      new SystemPlaces(List.of(), List.of(), List.of(), "", Pattern.compile("(?!)"));

  /** Called by the language. */
  public NativeObservation() {}

  @Override
  public boolean standsOnSystem() {
    return true;
  }

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
    return CONTENT;
  }

  @Override
  public SystemPlaces places() {
    return PLACES;
  }

  @Override
  public List<String> start(
      String runtime, String artifact, String entry, ArtifactRecord content, String folder) {
    throw new UnsupportedOperationException("there are no archives of native programs");
  }

  @Override
  public void read(Path folder, RunPaths paths, Set<Seen> found) {
    // nothing but what the system tells of any program
  }

  @Override
  public Seen own(Seen seen) {
    boolean isOpened =
        List.of(EvidenceKind.FILE, EvidenceKind.LIBRARY, EvidenceKind.PROCESS)
            .contains(seen.kind());
    if (isOpened && seen.name().startsWith(NativeLayout.FILES)) {
      return new Seen(CONTENT, seen.name().substring(NativeLayout.FILES.length()), seen.from());
    }
    if (isOpened && seen.name().startsWith(Spot.SYSTEM)) {
      return new Seen(CONTENT, seen.name().substring(Spot.SYSTEM.length() - 1), seen.from());
    }
    return seen;
  }

  /** In the artifact, or counted from where it was started. */
  @Override
  public Optional<String> sought(String place) {
    return Stream.of(NativeLayout.FILES, "~/work/")
        .filter(place::startsWith)
        .map(f -> place.substring(f.length()))
        .findFirst();
  }

  @Override
  public Set<String> code(Path folder, String application) {
    return Set.of();
  }

  @Override
  public List<Symptom> symptoms(String line) {
    List<Symptom> symptoms = new ArrayList<>();
    for (Pattern pattern : List.of(NO_LIBRARY, OLD_LIBRARY)) {
      Matcher matcher = pattern.matcher(line);
      if (matcher.find()) {
        String name = matcher.group(1).replaceFirst("^.*/", "");
        symptoms.add(new Symptom(Symptom.Kind.LIBRARY, name, name, Optional.empty()));
      }
    }
    return symptoms;
  }
}
