package dev.girdle.seal;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Rehearsal;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.RecordFile;
import dev.girdle.rehearse.Performance;
import dev.girdle.rehearse.Rehearser;
import dev.girdle.rehearse.StageWish;
import dev.girdle.rehearse.Trouble;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Rehearses what was made before it gets to its place; what fails does not get there. */
public final class Gate {
  private final List<Rehearsal> rehearsals;
  private final StageWish wish;
  private final Map<String, String> environment;
  private final Optional<Target> here;

  /**
   * Creates a gate.
   *
   * @param rehearsals what every artifact has to pass; at least one
   * @param wish how the stranger's machine is to be
   * @param environment this machine's environment
   * @param here this machine's target; empty if it is none
   */
  public Gate(
      List<Rehearsal> rehearsals,
      StageWish wish,
      Map<String, String> environment,
      Optional<Target> here) {
    this.rehearsals = List.copyOf(rehearsals);
    this.wish = wish;
    this.environment = environment;
    this.here = here;
  }

  /**
   * Rehearses an artifact.
   *
   * @param artifact where it was made
   * @return what is to be told of it
   * @throws GirdleException if it fails
   */
  List<String> pass(Path artifact) {
    ArtifactRecord content = RecordFile.of(artifact).orElseThrow();
    boolean isForHere =
        content.target() == null
            || here.map(Target::text).filter(content.target()::equals).isPresent();
    if (!isForHere) {
      return List.of("not rehearsed: it is for " + content.target());
    }
    Rehearser rehearser = Strangers.of(artifact, content, wish, environment);
    List<String> lines = new ArrayList<>();
    String hiding = "";
    for (Performance performance : rehearser.perform(rehearsals, Progress.SILENT)) {
      hiding = performance.hiding().text();
      if (!performance.passed()) {
        lines.add(
            "the rehearsal "
                + performance.rehearsal().name()
                + " failed: "
                + String.join("; ", performance.failures()));
        performance.troubles().forEach(t -> add(t, lines));
        if (performance.troubles().isEmpty()) {
          performance
              .errors()
              .lines()
              .filter(l -> !l.startsWith("\tat "))
              .limit(5)
              .forEach(l -> lines.add("  it said: " + l));
        }
      }
    }
    if (!lines.isEmpty()) {
      throw new GirdleException(Fault.APPLICATION, lines);
    }
    return List.of("rehearsed " + hiding + ": " + names());
  }

  private static void add(Trouble trouble, List<String> lines) {
    lines.add("  " + trouble.cause());
    if (!trouble.mend().isEmpty()) {
      lines.add("    in the plan:");
      trouble.mend().lines().forEach(l -> lines.add("      " + l));
    }
  }

  private String names() {
    return String.join(", ", rehearsals.stream().map(Rehearsal::name).toList());
  }
}
