package dev.girdle.artifact;

import dev.girdle.app.Target;
import dev.girdle.artifact.Finding.Grade;
import dev.girdle.artifact.Finding.Part;
import dev.girdle.binary.LibcNeed;
import dev.girdle.binary.NativeCode;
import dev.girdle.ecosystem.Ecosystems;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.RuntimeEntry;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** Whether this machine can run an artifact. */
final class HostCheck {
  private final ArtifactRecord artifact;
  private final NativeParts natives;
  private final Map<String, String> environment;
  private final Host host = Host.here();
  private final List<Finding> findings = new ArrayList<>();

  HostCheck(ArtifactRecord artifact, NativeParts natives, Map<String, String> environment) {
    this.artifact = artifact;
    this.natives = natives;
    this.environment = environment;
  }

  List<Finding> findings() {
    String target = artifact.target();
    if (target != null && !target.equals(host.text())) {
      boolean isTarget = Target.ALL.stream().anyMatch(t -> t.text().equals(target));
      add(
          isTarget ? Grade.NOTE : Grade.WRONG,
          "it is for " + target + ", and this is " + host.text() + "; look at it there");
      return findings;
    }
    checkRuntime();
    checkNatives();
    return findings;
  }

  private void checkRuntime() {
    RuntimeEntry need = artifact.runtime();
    if (need == null) {
      return;
    }
    if (need.bundled() != null) {
      add(Grade.GOOD, "brings " + need.title() + " along, " + need.bundled());
      return;
    }
    List<FoundRuntime> all = Ecosystems.installed().runtimesFor(artifact, environment);
    Optional<FoundRuntime> fits = all.stream().filter(r -> r.isIn(need.range())).findFirst();
    String wanted = need.text();
    if (fits.isPresent()) {
      add(
          Grade.GOOD,
          "needs "
              + wanted
              + "; "
              + need.language()
              + " "
              + fits.get().release()
              + " is here, "
              + fits.get().foundBy());
    } else {
      String there =
          all.stream()
              .map(r -> r.release() + " (" + r.foundBy() + ")")
              .collect(Collectors.joining(", "));
      add(
          Grade.WRONG,
          "needs "
              + wanted
              + ", and there is none here"
              + (there.isEmpty() ? "" : "; found: " + need.language() + " " + there));
    }
  }

  private void checkNatives() {
    Map<String, NativeCode> codes = natives.codes();
    if (codes.isEmpty()) {
      return;
    }
    boolean any =
        codes.values().stream()
            .anyMatch(
                c -> c.system().equals(host.system()) && c.processors().contains(host.processor()));
    add(
        any ? Grade.GOOD : Grade.NOTE,
        any
            ? "has native code for " + host.text()
            : "its native code is for other systems than " + host.text());
    Optional<Map.Entry<String, LibcNeed>> newest =
        natives.needs().entrySet().stream()
            .filter(e -> codes.get(e.getKey()).processors().contains(host.processor()))
            .max(Comparator.comparing(Map.Entry::getValue));
    if (newest.isEmpty() || !host.system().equals("linux")) {
      return;
    }
    String asks = newest.get().getValue().text() + " is asked for by " + newest.get().getKey();
    if (host.libc().isEmpty()) {
      add(Grade.NOTE, asks + ", and this machine has another C library, or none that tells");
    } else if (host.libc().get().compareTo(newest.get().getValue()) < 0) {
      add(Grade.WRONG, asks + ", and this machine has " + host.libc().get().text());
    } else {
      add(Grade.GOOD, asks + "; this machine has " + host.libc().get().text());
    }
  }

  private void add(Grade grade, String text) {
    findings.add(new Finding(Part.MACHINE, grade, text));
  }
}
