package dev.girdle.rehearse;

import dev.girdle.ecosystem.RunObservation;
import dev.girdle.ecosystem.Symptom;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.LeftOutEntry;
import dev.girdle.record.ArtifactRecord.MissingEntry;
import dev.girdle.record.ArtifactRecord.RuntimeEntry;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Traces what a program says it missed back to what was left out of the artifact, and why. */
final class Causes {
  private static final String ALWAYS = "contents:\n  always: [";
  private final ArtifactRecord content;
  private final RuntimeEntry runtime;
  private final Optional<RunObservation> observation;
  private final List<String> lost;
  private final Map<String, Diagnosis> found = new LinkedHashMap<>();

  private Causes(ArtifactRecord content, List<String> lost, Optional<RunObservation> observation) {
    this.content = content;
    this.runtime = content.runtime();
    this.observation = observation;
    this.lost = lost;
  }

  /** Everything that some lines tell as missing, each once. */
  static List<Diagnosis> of(
      List<String> lines,
      RehearsedArtifact subject,
      Set<String> libraries,
      Set<String> sought,
      Optional<RunObservation> observation) {
    Causes causes = new Causes(subject.content(), subject.lostFiles(), observation);
    for (String file : causes.lost) {
      causes.put(file, "", "the artifact has lost its file " + file + "; seal it again", "");
    }
    observation.map(o -> o.joined(lines)).orElse(lines).forEach(causes::read);
    sought.forEach(causes::sought);
    for (String library : libraries) {
      causes.library(library, "");
    }
    return new ArrayList<>(causes.found.values());
  }

  private void read(String line) {
    for (Symptom symptom : observation.map(o -> o.symptoms(line)).orElse(List.of())) {
      switch (symptom.kind()) {
        case CODE -> missingCode(symptom, line.strip());
        case PART ->
            put(
                "module " + symptom.name(),
                line,
                "the module " + symptom.name() + why(runtime.leftOut(), symptom.name()),
                always(symptom.name()));
        case LIBRARY -> library(symptom.name(), line.strip());
        default -> {
          if (!putLeftOut(symptom, line.strip())) {
            file(symptom.name(), symptom.path(), line.strip());
          }
        }
      }
    }
  }

  /** What was left out of the application, and looked for. */
  private void sought(String path) {
    content.leftOut().stream()
        .filter(l -> path.equals(l.path()))
        .forEach(
            l ->
                put(
                    path,
                    "",
                    "the file " + path + " was looked for, and was left out: " + l.reason(),
                    always(path)));
  }

  private static String why(Map<String, String> leftOut, String name) {
    String reason = leftOut == null ? null : leftOut.get(name);
    return reason == null ? " is not in the artifact" : " was left out: " + reason;
  }

  private void missingCode(Symptom symptom, String line) {
    String name = symptom.name();
    String path = symptom.path();
    String kind = kind();
    if (putLeftOut(symptom, line)) {
      return;
    }
    Optional<String> module = symptom.part().filter(p -> runtime != null);
    if (module.isPresent()) {
      boolean isThere = runtime.parts() == null || runtime.parts().containsKey(module.get());
      put(
          name,
          line,
          isThere
              ? "the "
                  + kind
                  + " "
                  + name
                  + " of "
                  + runtime.language()
                  + " was left out: nothing was seen to reach it"
              : "the "
                  + kind
                  + " "
                  + name
                  + " is in the module "
                  + module.get()
                  + " of "
                  + runtime.language()
                  + ", which "
                  + (runtime.leftOut() != null && runtime.leftOut().containsKey(module.get())
                      ? "was left out: " + runtime.leftOut().get(module.get())
                      : "nothing was seen to reach"),
          always(isThere ? name : module.get()));
      return;
    }
    if (!lost.isEmpty()) {
      put(name, line, "the " + kind + " " + name + " may have been in what is lost", "");
      return;
    }
    String folder = path.substring(0, Math.max(0, path.lastIndexOf('/')));
    List<LeftOutEntry> holders = wholeWith(folder);
    Optional<MissingEntry> known = wasMissing(name);
    if (!holders.isEmpty()) {
      put(name, line, "the " + kind + " " + name + placed(holders), always(name));
    } else if (known.isPresent()) {
      String accepted = known.get().accepted() ? ", which the plan accepts" : "";
      put(
          name,
          line,
          "the "
              + kind
              + " "
              + name
              + " was missing already when it was sealed"
              + accepted
              + ": "
              + known.get().askedBy(),
          with(name));
    } else {
      put(
          name,
          line,
          "the " + kind + " " + name + " is in no component that was handed over",
          with(name));
    }
  }

  /** What its language calls a unit of code. */
  private String kind() {
    return observation.map(o -> o.codeKind().one()).orElse("code");
  }

  /** Whether it was left out, as far as its language can tell. */
  private boolean putLeftOut(Symptom symptom, String line) {
    for (LeftOutEntry one : content.leftOut()) {
      Optional<String> kept =
          observation.flatMap(o -> o.kept(symptom, one.component(), one.path()));
      if (kept.isPresent()) {
        boolean isFile = symptom.kind() != Symptom.Kind.CODE;
        put(
            symptom.name(),
            line,
            (isFile ? "the file " : "the " + kind() + " ")
                + symptom.name()
                + " of "
                + one.component()
                + " was left out: "
                + one.reason(),
            always(kept.get()));
        return true;
      }
    }
    return false;
  }

  /** Components that were left out whole and have such a folder. */
  private List<LeftOutEntry> wholeWith(String folder) {
    return content.leftOut().stream()
        .filter(l -> l.holds() != null && l.holds().contains(folder))
        .toList();
  }

  private static String placed(List<LeftOutEntry> holders) {
    return (holders.size() == 1 ? " lies in " : " lies in one of ")
        + String.join(", ", holders.stream().map(LeftOutEntry::component).toList())
        + ", left out: "
        + holders.get(0).reason();
  }

  private Optional<MissingEntry> wasMissing(String name) {
    return content.missing().stream().filter(m -> m.name().equals(name)).findFirst();
  }

  private static String with(String name) {
    return "application:\n  with: [what has " + name + "]";
  }

  private void library(String name, String line) {
    Optional<LeftOutEntry> leftOut =
        content.leftOut().stream()
            .filter(l -> l.path() != null && l.path().contains(name))
            .findFirst();
    put(
        name,
        line,
        leftOut
            .map(
                l ->
                    "the native library "
                        + l.path()
                        + " of "
                        + l.component()
                        + " was left out: "
                        + l.reason())
            .orElse(
                "the native library "
                    + name
                    + " is not in the artifact, and a stranger's machine"
                    + " may not have it"),
        leftOut.map(l -> always(l.path())).orElse(""));
  }

  private void file(String path, String folder, String line) {
    Optional<LeftOutEntry> leftOut =
        content.leftOut().stream()
            .filter(l -> l.path() != null && !l.path().isEmpty())
            .filter(l -> path.endsWith(l.path()) || l.path().startsWith(folder))
            .findFirst();
    Optional<LeftOutEntry> beside =
        content.leftOut().stream()
            .filter(l -> l.path() == null && l.holds() == null)
            .filter(l -> path.equals(l.component()) || path.endsWith("/" + l.component()))
            .findFirst();
    if (leftOut.isPresent()) {
      put(
          path,
          line,
          "the file "
              + leftOut.get().path()
              + " of "
              + leftOut.get().component()
              + " was left out: "
              + leftOut.get().reason(),
          always(leftOut.get().path()));
    } else if (beside.isPresent()) {
      String name = beside.get().component();
      put(
          path,
          line,
          "the file "
              + name
              + " lies beside the program and did not go in: "
              + beside.get().reason(),
          files(name, name));
    } else {
      put(
          path,
          line,
          "the file " + path + " is not in the artifact",
          files(path, path.replaceFirst("^.*/", "")));
    }
  }

  private static String files(String from, String to) {
    return "contents:\n  files:\n  - from: " + from + "\n    to: " + to;
  }

  private static String always(String what) {
    return ALWAYS + what + "]";
  }

  private void put(String key, String said, String cause, String mend) {
    boolean isLeftOut = mend.startsWith(ALWAYS);
    String leftOut = isLeftOut ? mend.substring(ALWAYS.length(), mend.length() - 1) : "";
    found.putIfAbsent(key, new Diagnosis(said, cause, mend, leftOut));
  }
}
