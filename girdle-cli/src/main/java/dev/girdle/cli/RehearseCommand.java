package dev.girdle.cli;

import dev.girdle.cli.view.RehearseView;
import dev.girdle.evidence.Evidence;
import dev.girdle.evidence.EvidenceFile;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Rehearsal;
import dev.girdle.plan.file.PlanFile;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.rehearse.Rehearser;
import dev.girdle.rehearse.RunResult;
import dev.girdle.rehearse.SandboxRequest;
import dev.girdle.seal.Original;
import dev.girdle.seal.RehearserFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Run an artifact as a stranger would. */
@Command(
    name = "rehearse",
    description =
        "Run an artifact as on a stranger's machine, with this machine hidden from it, and tell what"
            + " it missed.")
final class RehearseCommand implements Callable<Integer> {
  private final Context context;

  @Parameters(
      index = "0",
      paramLabel = "ARTIFACT",
      description = "A folder, zip, tgz, executable, archive or image.")
  private Path artifact;

  @Parameters(
      index = "1..*",
      arity = "0..*",
      paramLabel = "ARGUMENTS",
      description = "Arguments for the program, after --.")
  private List<String> arguments;

  @Option(
      names = "--plan",
      paramLabel = "PLAN",
      description = "Run the rehearsals that this plan names, one after the other.")
  private Path plan;

  @Option(names = "--entry", paramLabel = "NAME", description = "Which of its programs is started.")
  private String entry;

  @Option(
      names = "--folder",
      paramLabel = "FOLDER",
      description =
          "It is started in a copy of this folder, for programs that work on files; in an empty one"
              + " if not given.")
  private Path folder;

  @Option(
      names = "--input",
      paramLabel = "FILE",
      description = "What it gets as its standard input.")
  private Path input;

  @Option(
      names = "--expect-status",
      paramLabel = "STATUS",
      description = "The exit status that it has to end with; 0 if not given.")
  private int status;

  @Option(
      names = "--expect",
      paramLabel = "TEXT",
      description = "What its output has to hold. Repeatable.")
  private List<String> prints;

  @Option(
      names = "--expect-output",
      paramLabel = "FILE",
      description = "What exactly its output has to be.")
  private Path output;

  @Option(
      names = "--stays-up",
      paramLabel = "PORT|LINE",
      description =
          "It is a service: good when this port answers, or when it has printed a line with this"
              + " text. It is then ended politely.")
  private String staysUp;

  @Option(
      names = "--time",
      paramLabel = "SECONDS",
      description = "How long it may take; 60 if not given.")
  private int seconds = Rehearsal.USUAL_SECONDS;

  @Option(
      names = "--against",
      paramLabel = "APP",
      description =
          "The application that is not sealed, or its plan: it is run with the same input on this"
              + " machine, and exit status and output have to be the same.")
  private Path against;

  @Option(names = "--no-network", description = "The stranger's machine has no network.")
  private boolean noNetwork;

  @Option(
      names = "--bare",
      description =
          "The stranger's machine has nothing but a shell, the C library and what the artifact says"
              + " that it needs.")
  private boolean bare;

  @Option(
      names = "--evidence",
      paramLabel = "FILE",
      description = "Write down there what was seen in use; what stands there already is kept.")
  private Path evidence;

  private boolean isCompared;

  @Mixin private CommonOptions common;

  RehearseCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    ArtifactRecord content = Records.read(artifact);
    Meter meter = common.startMeter(context);
    Rehearser rehearser =
        RehearserFactory.of(
            artifact, content, new SandboxRequest(!noNetwork, bare), context.environment());
    List<RunResult> results = rehearser.perform(rehearsals(), meter);
    if (against != null) {
      try (Original original = Original.of(original(), meter)) {
        results = results.stream().map(original::compare).toList();
        isCompared = true;
      }
    } else if (plan != null) {
      results = besidePlanned(results, meter);
    }
    if (evidence != null) {
      write(results);
    }
    common.show(
        new RehearseView(
            artifact.toString(), content, results, Optional.ofNullable(evidence), isCompared),
        context);
    return results.stream().allMatch(RunResult::passed) ? 0 : 1;
  }

  /** Beside the application that the plan names, where that can be started on this machine. */
  private List<RunResult> besidePlanned(List<RunResult> results, Meter meter) {
    Plan planned = PlanFile.read(PlanFile.at(plan).orElseThrow(), context.environment());
    try (Original original = Original.of(planned, meter)) {
      isCompared = results.stream().anyMatch(p -> !p.rehearsal().expected().staysUp());
      return results.stream()
          .map(p -> p.rehearsal().expected().staysUp() ? p : original.compare(p))
          .toList();
    } catch (GirdleException e) {
      return results; // nobody asked for it, and what is expected has been looked at
    }
  }

  private Plan original() {
    Records.requireThere(against);
    return PlanFile.at(against)
        .map(f -> PlanFile.read(f, context.environment()))
        .orElseGet(() -> Plan.of(against));
  }

  private List<Rehearsal> rehearsals() {
    if (plan == null) {
      return List.of(fromWords());
    }
    Path file =
        PlanFile.at(plan).orElseThrow(() -> GirdleException.request("there is no plan at " + plan));
    List<Rehearsal> planned = PlanFile.read(file, context.environment()).rehearsals();
    if (planned.isEmpty()) {
      throw GirdleException.request(
          file + " names no rehearsals", "  rehearsals:\n    NAME:\n      arguments: [...]");
    }
    return planned;
  }

  private Rehearsal fromWords() {
    for (Path file : new Path[] {input, output}) {
      if (file != null && !Files.isRegularFile(file)) {
        throw GirdleException.request("no such file: " + file);
      }
    }
    if (folder != null && !Files.isDirectory(folder)) {
      throw GirdleException.request("no such folder: " + folder);
    }
    boolean isPort = staysUp != null && staysUp.matches("[0-9]{1,5}");
    return new Rehearsal(
        "start",
        entry == null ? "" : entry,
        arguments == null ? List.of() : arguments,
        Optional.ofNullable(folder),
        Optional.ofNullable(input),
        new Rehearsal.Expected(
            status,
            Optional.ofNullable(output),
            prints == null ? List.of() : prints,
            Optional.empty(),
            isPort ? Integer.parseInt(staysUp) : 0,
            staysUp == null || isPort ? "" : staysUp),
        seconds);
  }

  private void write(List<RunResult> results) {
    EvidenceFile.add(
        evidence,
        Evidence.of(
            results.stream()
                .map(p -> p.passed() ? p.evidence() : p.evidence().ofFailure())
                .toList()));
  }
}
