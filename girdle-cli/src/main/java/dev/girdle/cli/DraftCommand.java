package dev.girdle.cli;

import dev.girdle.app.Application;
import dev.girdle.cli.view.DraftView;
import dev.girdle.draft.Draft;
import dev.girdle.fault.GirdleException;
import dev.girdle.place.Output;
import dev.girdle.plan.Plan;
import dev.girdle.plan.file.PlanFile;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Analyzer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Write a first plan. */
@Command(
    name = "draft",
    description =
        "Write a first plan: everything that survey found, with a comment on each choice.")
final class DraftCommand implements Callable<Integer> {
  private final Context context;
  @Mixin private ApplicationOptions application;

  @Option(
      names = "--to",
      paramLabel = "FILE",
      description = "Where the plan goes; girdle.yaml in this folder if not given.")
  private Path to = Path.of(PlanFile.NAME);

  @Mixin private CommonOptions common;

  DraftCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    refuseExisting();
    Meter meter = common.startMeter(context);
    Plan plan = application.plan(context);
    Path folder = to.toAbsolutePath().getParent();
    Analyzer analyzer = new Analyzer(meter);
    try (Application found = analyzer.survey(plan)) {
      Optional<Analysis> analysis =
          found.starts().isEmpty() || analyzer.language(plan).isKnownByRuns()
              ? Optional.empty()
              : Optional.of(analyzer.analyze(plan, found));
      write(Draft.of(plan, found, analysis, folder, analyzer.language(plan)));
      common.show(new DraftView(to, found, analysis), context);
    }
    return 0;
  }

  private void refuseExisting() {
    if (Files.exists(to)) {
      throw GirdleException.request(
          to + " exists already, and is left as it is",
          "  Write to another file with --to, or move it away.");
    }
    if (application.app != null && PlanFile.at(application.app).isPresent()) {
      throw GirdleException.request(
          application.app + " is a plan already, or a folder that holds one",
          "  Seal with it: girdle seal " + application.app);
    }
    if (application.app == null) {
      throw GirdleException.request("which application? Name a folder or a jar: girdle draft APP");
    }
  }

  private void write(String text) {
    try (Output output = Output.at(to, "--to")) {
      try {
        Files.writeString(output.work(), text);
      } catch (IOException e) {
        throw output.cannotWrite(e);
      }
      output.moveIn();
    }
  }
}
