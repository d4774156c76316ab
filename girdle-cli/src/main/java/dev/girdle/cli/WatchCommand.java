package dev.girdle.cli;

import dev.girdle.cli.view.WatchView;
import dev.girdle.evidence.EvidenceFile;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Rehearsal;
import dev.girdle.rehearse.WatchedRun;
import dev.girdle.seal.Runs;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Run an application as it was handed over, and write down what it uses. */
@Command(
    name = "watch",
    description =
        "Run an application as it was handed over, on this machine and as its plan says, and write"
            + " down what it opens and starts.")
final class WatchCommand implements Callable<Integer> {
  private final Context context;
  @Mixin private ApplicationOptions application;

  @Parameters(
      index = "1..*",
      arity = "0..*",
      paramLabel = "ARGUMENTS",
      description = "Arguments for the program, after --, in place of the plan's rehearsals.")
  private List<String> arguments;

  @Option(
      names = "--to",
      paramLabel = "FILE",
      description =
          "Where it is written down; what stands there already is kept. The file of evidence that"
              + " the plan names, if it names one.")
  private Path to;

  @Mixin private CommonOptions common;

  WatchCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    Plan planned = application.plan(context);
    Plan plan =
        arguments == null
            ? planned
            : planned.rehearsing(List.of(Rehearsal.plain("start").with(arguments)));
    Optional<Path> file = Optional.ofNullable(to).or(() -> named(plan));
    List<WatchedRun> runs = Runs.perform(plan, common.startMeter(context));
    file.ifPresent(f -> EvidenceFile.add(f, Runs.evidence(runs)));
    common.show(new WatchView(plan, runs, file), context);
    return 0;
  }

  private static Optional<Path> named(Plan plan) {
    List<Path> files = plan.choice().evidence();
    return files.size() == 1 ? Optional.of(files.get(0)) : Optional.empty();
  }
}
