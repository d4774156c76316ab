package dev.girdle.seal;

import dev.girdle.app.Application;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.RunObservation;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Rehearsal;
import dev.girdle.rehearse.PlainRun;
import dev.girdle.rehearse.RunResult;
import dev.girdle.rehearse.Traces;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** The application as it was handed over, run beside what was made of it. */
public final class Original implements AutoCloseable {
  private final UnsealedProgram program;
  private final Optional<RunObservation> observation;
  private final String source;

  private Original(UnsealedProgram program, Optional<RunObservation> observation, String source) {
    this.program = program;
    this.observation = observation;
    this.source = source;
  }

  /**
   * Lays an application out to be run on this machine.
   *
   * @param plan the application
   * @param progress is told how the work gets on
   * @return to be closed once it is not run any more
   * @throws GirdleException if it cannot be started
   */
  public static Original of(Plan plan, Progress progress) {
    Analyzer analyzer = new Analyzer(progress);
    try (Application application = analyzer.survey(plan)) {
      if (application.starts().isEmpty()) {
        throw GirdleException.request(
            application.source() + " has several entry points, or none",
            "  Name a plan that says which, in place of the application.");
      }
      Ecosystem language = analyzer.language(plan);
      return new Original(
          UnsealedProgram.of(language, application), language.observation(), application.source());
    } catch (IOException e) {
      throw cannotRun(e);
    }
  }

  private static GirdleException cannotRun(IOException e) {
    return new GirdleException(Fault.MACHINE, e, "the original cannot be run: " + e.getMessage());
  }

  /**
   * Runs it as an artifact was rehearsed, and compares.
   *
   * @param result how the artifact did
   * @return the performance, with what differs among its failures
   */
  public RunResult compare(RunResult result) {
    Rehearsal rehearsal = result.rehearsal();
    if (rehearsal.expected().staysUp()) {
      throw GirdleException.request(
          "the rehearsal "
              + rehearsal.name()
              + " is of a service, whose run cannot be held against another");
    }
    try {
      PlainRun original = run(rehearsal);
      List<String> failures = failures(original, result);
      if (!failures.isEmpty() && !traces(original, result).isEmpty()) {
        // what differs from run to run of the original is nothing to hold against the artifact
        failures = failures(original.with(run(rehearsal)), result);
      }
      return result.with(failures);
    } catch (IOException e) {
      throw cannotRun(e);
    }
  }

  private PlainRun run(Rehearsal rehearsal) throws IOException {
    return PlainRun.of(program.process(rehearsal), rehearsal, program.folder());
  }

  /**
   * Looks which code it loads when it does what a rehearsal says.
   *
   * @param rehearsal what it is given
   * @return full names; empty if it is a service, which would have to be stopped
   */
  Set<String> classes(Rehearsal rehearsal) {
    if (rehearsal.expected().staysUp() || observation.isEmpty()) {
      return Set.of();
    }
    try {
      return PlainRun.code(
          program.process(rehearsal), rehearsal, program.folder(), observation.get(), source);
    } catch (IOException e) {
      throw cannotRun(e);
    }
  }

  private static List<String> failures(PlainRun original, RunResult result) {
    List<String> failures = new ArrayList<>(result.failures());
    if (original.status() == result.status()) {
      result.ended().ifPresent(failures::remove);
    } else {
      failures.add("the original ends with " + original.status() + ", it with " + result.status());
    }
    if (!original.output().equals(result.output())) {
      failures.add(
          "its output differs from that of the original: "
              + difference(original.output(), result.output()));
    }
    failures.addAll(traces(original, result));
    return failures;
  }

  /** What it leaves behind and logs, where the original does neither. */
  private static List<String> traces(PlainRun original, RunResult result) {
    List<String> failures = new ArrayList<>();
    if (original.isSteady() && !original.made().equals(result.made())) {
      failures.add("the files it makes differ: " + difference(original.made(), result.made()));
    }
    List<String> warnings =
        Traces.newWarnings(
            result.output() + "\n" + result.errors(), original.output() + "\n" + original.errors());
    if (!warnings.isEmpty()) {
      failures.add(
          "it warns where the original does not: "
              + warnings.get(0)
              + (warnings.size() == 1 ? "" : " (and " + (warnings.size() - 1) + " more lines)"));
    }
    return failures;
  }

  private static String difference(Set<String> original, Set<String> made) {
    List<String> words = new ArrayList<>();
    made.stream().filter(f -> !original.contains(f)).sorted().limit(1).forEach(words::add);
    words.replaceAll(f -> "it makes " + f + ", the original does not");
    original.stream()
        .filter(f -> !made.contains(f))
        .sorted()
        .limit(1)
        .forEach(f -> words.add("the original makes " + f + ", it does not"));
    return String.join("; ", words);
  }

  @Override
  public void close() {
    try {
      program.close();
    } catch (IOException e) {
      throw cannotRun(e);
    }
  }

  private static String difference(String original, String output) {
    List<String> one = original.lines().toList();
    List<String> two = output.lines().toList();
    for (int i = 0; i < Math.max(one.size(), two.size()); i++) {
      String a = i < one.size() ? one.get(i) : "(nothing)";
      String b = i < two.size() ? two.get(i) : "(nothing)";
      if (!a.equals(b)) {
        return "line " + (i + 1) + " is \"" + b + "\" in place of \"" + a + "\"";
      }
    }
    return "in the ends of its lines";
  }
}
