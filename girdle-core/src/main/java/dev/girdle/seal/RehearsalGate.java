package dev.girdle.seal;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Rehearsal;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.RecordFile;
import dev.girdle.rehearse.Diagnosis;
import dev.girdle.rehearse.Rehearser;
import dev.girdle.rehearse.RunResult;
import dev.girdle.rehearse.SandboxRequest;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Rehearses what was made before it gets to its place; what fails does not get there. */
public final class RehearsalGate implements Gate {
  private final List<Rehearsal> rehearsals;
  private final SandboxRequest request;
  private final Map<String, String> environment;
  private final Optional<Target> here;
  private final Optional<Original> original;
  private final Set<String> missed = new LinkedHashSet<>();
  private boolean failed;

  /**
   * Creates a gate.
   *
   * @param rehearsals what every artifact has to pass; at least one
   * @param request how the stranger's machine is to be
   * @param environment this machine's environment
   * @param here this machine's target; empty if it is none
   * @param original the application as it was handed over, to be held beside the artifacts; empty
   *     for none
   */
  public RehearsalGate(
      List<Rehearsal> rehearsals,
      SandboxRequest request,
      Map<String, String> environment,
      Optional<Target> here,
      Optional<Original> original) {
    this.rehearsals = List.copyOf(rehearsals);
    this.request = request;
    this.environment = environment;
    this.here = here;
    this.original = original;
  }

  @Override
  public List<String> pass(Path artifact) {
    ArtifactRecord content = RecordFile.of(artifact).orElseThrow();
    boolean isForHere =
        content.target() == null
            || here.map(Target::text).filter(content.target()::equals).isPresent();
    if (!isForHere) {
      return List.of("not rehearsed: it is for " + content.target());
    }
    Rehearser rehearser = RehearserFactory.of(artifact, content, request, environment);
    List<String> lines = new ArrayList<>();
    String hiding = "";
    for (RunResult performed : rehearser.perform(rehearsals, Progress.SILENT)) {
      RunResult result = compared(performed);
      hiding = result.hiding().text();
      if (!result.passed()) {
        lines.add(
            "the rehearsal "
                + result.rehearsal().name()
                + " failed: "
                + String.join("; ", result.failures()));
        result.diagnoses().forEach(t -> add(t, lines));
        result.diagnoses().stream()
            .map(Diagnosis::leftOut)
            .filter(l -> !l.isEmpty())
            .forEach(missed::add);
        if (result.diagnoses().isEmpty()) {
          result
              .errors()
              .lines()
              .filter(l -> !l.startsWith("\tat "))
              .limit(5)
              .forEach(l -> lines.add("  it said: " + l));
        }
      }
    }
    if (!lines.isEmpty()) {
      failed = true;
      throw new GirdleException(Fault.APPLICATION, lines);
    }
    return List.of("rehearsed " + hiding + ": " + names());
  }

  /** What the plan expects has to hold, and the same as the original; a service has no end. */
  private RunResult compared(RunResult result) {
    if (original.isEmpty() || result.rehearsal().expected().staysUp()) {
      return result;
    }
    Set<String> failures = new LinkedHashSet<>(result.failures());
    failures.addAll(original.get().compare(result).failures());
    return result.with(List.copyOf(failures));
  }

  /** Whether something failed since this was asked last. */
  boolean hasFailed() {
    boolean now = failed;
    failed = false;
    return now;
  }

  /** What was left out and was missed, in the order of the rehearsals. */
  Set<String> missed() {
    return Collections.unmodifiableSet(missed);
  }

  /** The classes that the application loads when it is not sealed, in all rehearsals together. */
  Set<String> seenInOriginal() {
    Set<String> seen = new TreeSet<>();
    original.ifPresent(o -> rehearsals.forEach(r -> seen.addAll(o.classes(r))));
    return seen;
  }

  private static void add(Diagnosis diagnosis, List<String> lines) {
    lines.add("  " + diagnosis.cause());
    if (!diagnosis.mend().isEmpty()) {
      lines.add("    in the plan:");
      diagnosis.mend().lines().forEach(l -> lines.add("      " + l));
    }
  }

  private String names() {
    return String.join(", ", rehearsals.stream().map(Rehearsal::name).toList());
  }
}
