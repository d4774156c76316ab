package dev.girdle.cli;

import dev.girdle.artifact.Check;
import dev.girdle.cli.view.CheckView;
import dev.girdle.cli.view.ClosureView;
import dev.girdle.cli.view.DemoView;
import dev.girdle.cli.view.RehearseView;
import dev.girdle.cli.view.SealView;
import dev.girdle.cli.view.SurveyView;
import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Plan;
import dev.girdle.plan.file.PlanFile;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.rehearse.RunResult;
import dev.girdle.rehearse.SandboxRequest;
import dev.girdle.seal.Analyses;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Analyzer;
import dev.girdle.seal.Artifact;
import dev.girdle.seal.Outcome;
import dev.girdle.seal.RehearserFactory;
import dev.girdle.seal.Sealer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** The whole way, on the demo application. */
@Command(
    name = "demo",
    description = {
      "Go the whole way on the demo applications: the tide book of Ternhaven, in Java, is copied out",
      "with its plan, surveyed, sealed, checked, and started in an empty environment; then the berth",
      "board, for Node.js, and the berth plan, for Python, are sealed, and started if this machine has",
      "what they run on; at last two releases of the tide book are delivered, received, and gone back",
      "from, through a folder of releases."
    })
final class DemoCommand implements Callable<Integer> {
  private static final List<String> ARGUMENTS = List.of("north-quay", "2026-03-14");

  private final Context context;

  @Parameters(
      arity = "0..1",
      paramLabel = "DIR",
      description = "Where the demo goes; ternhaven if not given.")
  private Path dir = Path.of("ternhaven");

  @Mixin private CommonOptions common;

  DemoCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    long begin = System.nanoTime();
    DemoFiles files = DemoFiles.copyTo(dir);
    Plan read = PlanFile.read(files.plan(), context.environment());
    Plan plan = read.with(read.output().replacing());
    DemoView view = new DemoView(context.console(), common.json);
    Meter meter = common.startMeter(context);
    try (Analyses analyses = new Analyzer(meter).analyzeAll(plan)) {
      Analysis analysis = analyses.first();
      view.step(
          "survey " + dir,
          () ->
              new SurveyView(
                      analysis.application(),
                      Optional.of(analysis.overview()),
                      new Analyzer(Progress.SILENT).recognise(analysis.plan()),
                      List.of())
                  .print(context.console()));
      view.step("closure " + dir, () -> new ClosureView(analysis).print(context.console()));
      Outcome outcome = new Sealer(Context.release(), meter).seal(analyses);
      List<Artifact> artifacts = outcome.orThrow();
      view.step(
          "seal " + dir + " --replace",
          () -> new SealView(plan, analyses, outcome, false).print(context.console()));
      Artifact folder = artifacts.get(0);
      Check check = Check.of(folder.path(), context.environment(), meter);
      view.step(
          "check " + folder.path(),
          () -> new CheckView(check, folder.path().toString()).print(context.console()));
      ArtifactRecord content = Records.read(folder.path());
      List<RunResult> results =
          RehearserFactory.of(folder.path(), content, SandboxRequest.USUAL, context.environment())
              .perform(plan.rehearsals(), meter);
      RehearseView rehearsed =
          new RehearseView(folder.path().toString(), content, results, Optional.empty(), false);
      view.step(
          "rehearse " + folder.path() + " --plan " + dir, () -> rehearsed.print(context.console()));
      meter.close();
      DemoRun original = DemoRun.ofOriginal(files.application(), ARGUMENTS);
      List<DemoRun> runs = new ArrayList<>();
      for (Artifact artifact : artifacts) {
        runs.add(DemoRun.ofArtifact(artifact, ARGUMENTS));
      }
      boolean same = view.result(analysis, artifacts, original.output(), runs(runs));
      boolean passed = results.stream().allMatch(RunResult::passed);
      boolean boardIsGood =
          new DemoScript(context, "second", files.board(), "NODE", List.of("--print")).isGood(view);
      boolean berthsAreGood =
          new DemoScript(context, "third", files.berthplan(), "PYTHON", List.of("--as", "lines"))
              .isGood(view);
      boolean handedOut =
          new DemoReleases(context, files)
              .isGood(
                  view, folder, o -> DemoRun.ofFolder(o, ARGUMENTS).output(), original.output());
      view.end((System.nanoTime() - begin) / 1_000_000);
      return same && check.isGood() && passed && boardIsGood && berthsAreGood && handedOut ? 0 : 1;
    }
  }

  private static List<String> runs(List<DemoRun> runs) {
    return runs.stream().map(DemoRun::output).toList();
  }

  static GirdleException cannot(String what, Exception e) {
    return new GirdleException(
        dev.girdle.fault.Fault.MACHINE, e, "the demo cannot " + what + ": " + e.getMessage());
  }
}
