package dev.girdle.seal;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.place.TemporaryFolder;
import dev.girdle.plan.Choice;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.Plan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Seals until the rehearsals pass: what one misses in what was left out is put back, and it is
 * rehearsed again, until all pass or nothing more can be put back.
 *
 * <p>What the program itself says it misses is put back by name. Where it says nothing and does
 * something else than the application that is not sealed, the classes that that one loads are.
 */
public final class Mending implements AutoCloseable {
  private static final int MOST_ROUNDS = 12;
  private static final String NOTE = "missed in a rehearsal";

  private final Analyzer analyzer;
  private final Sealer sealer;
  private final RehearsalGate gate;
  private final TemporaryFolder folder;
  private final Set<String> putBack = new LinkedHashSet<>();
  private int seen;

  /**
   * Prepares to seal.
   *
   * @param analyzer finds out what is needed
   * @param sealer makes the artifacts
   * @param gate what they have to pass
   */
  public Mending(Analyzer analyzer, Sealer sealer, RehearsalGate gate) {
    this.analyzer = analyzer;
    this.sealer = sealer.through(gate);
    this.gate = gate;
    this.folder = TemporaryFolder.called("girdle-mending");
  }

  private static GirdleException noRoom(IOException e) {
    return new GirdleException(Fault.MACHINE, e, "no room for evidence: " + e.getMessage());
  }

  /**
   * What came of it.
   *
   * @param analyses of the last round; to be closed
   * @param outcome of the last round
   * @param putBack names of what was put back since a rehearsal missed it; may be empty
   * @param seen how many classes were put back since the application loads them when it is not
   *     sealed
   */
  public record Mended(Analyses analyses, Outcome outcome, Set<String> putBack, int seen) {}

  /**
   * Seals, rehearses, puts back what was missed, and goes on so until all pass or nothing more can
   * be put back.
   *
   * @param plan what the user wants
   * @return what came of the last round
   * @throws GirdleException if something else than a rehearsal fails
   */
  public Mended seal(Plan plan) {
    Plan current = plan;
    for (int round = 1; ; round++) {
      Analyses analyses = analyzer.analyzeAll(current);
      try {
        Outcome outcome = sealer.seal(analyses);
        boolean canGoOn = gate.hasFailed() && round < MOST_ROUNDS;
        Plan next = canGoOn ? mended(current) : current;
        if (next == current) {
          return new Mended(analyses, outcome, putBack, seen);
        }
        // what this run has made itself may be replaced
        current = outcome.artifacts().isEmpty() ? next : next.with(next.output().replacing());
        analyses.close();
      } catch (RuntimeException e) {
        analyses.close();
        throw e;
      }
    }
  }

  /** The plan with more in it, or the same one if nothing more can be put back. */
  private Plan mended(Plan plan) {
    List<NamePattern> always = new ArrayList<>(plan.choice().always());
    for (String name : gate.missed()) {
      if (putBack.add(name)) {
        always.add(NamePattern.of(name).inPlan(NOTE, ""));
      }
    }
    if (always.size() > plan.choice().always().size()) {
      return plan.with(plan.choice().with(always, plan.choice().evidence()));
    }
    return seen == 0 ? withEvidence(plan) : plan;
  }

  private Plan withEvidence(Plan plan) {
    Set<String> classes = gate.seenInOriginal();
    seen = classes.size();
    if (classes.isEmpty()) {
      return plan;
    }
    Path file = folder.path().resolve("classes");
    try {
      Files.write(file, classes);
    } catch (IOException e) {
      throw noRoom(e);
    }
    Choice choice = plan.choice();
    List<Path> evidence = new ArrayList<>(choice.evidence());
    evidence.add(file);
    return plan.with(choice.with(choice.always(), evidence));
  }

  @Override
  public void close() {
    try {
      folder.close();
    } catch (IOException e) {
      throw noRoom(e);
    }
  }
}
