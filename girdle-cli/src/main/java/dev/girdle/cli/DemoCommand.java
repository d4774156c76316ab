package dev.girdle.cli;

import dev.girdle.cli.view.ClosureView;
import dev.girdle.cli.view.DemoView;
import dev.girdle.cli.view.SealView;
import dev.girdle.cli.view.SurveyView;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.ArchiveKind;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.FormWish;
import dev.girdle.plan.Output;
import dev.girdle.plan.Plan;
import dev.girdle.seal.Artifact;
import dev.girdle.seal.Assessment;
import dev.girdle.seal.Assessments;
import dev.girdle.seal.Assessor;
import dev.girdle.seal.Outcome;
import dev.girdle.seal.Sealer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** The whole way, on the demo application. */
@Command(
    name = "demo",
    description = {
      "Go the whole way on the demo application, the tide book of Ternhaven:",
      "copy it out, survey, closure, seal, and start what was made in an empty environment."
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
    Path app = files.application();
    Path sealed = files.sealed();
    Plan plan = plan(app, sealed, ArchiveKind.NESTED, FormKind.FOLDER, FormKind.ARCHIVE);
    Plan merged = plan(app, sealed, ArchiveKind.MERGED, FormKind.ARCHIVE);
    DemoView view = new DemoView(context.console(), common.json);
    Meter meter = common.startMeter(context);
    try (Assessment assessment = new Assessor(meter).assess(plan)) {
      view.step(
          "survey " + app,
          () ->
              new SurveyView(assessment.application(), Optional.of(assessment))
                  .print(context.console()));
      view.step("closure " + app, () -> new ClosureView(assessment).print(context.console()));
      Sealer sealer = new Sealer(Context.release(), meter);
      List<Artifact> artifacts = new ArrayList<>(sealer.seal(assessment));
      view.step(
          "seal " + app + " --form folder --form archive --out " + sealed,
          () ->
              new SealView(
                      plan, new Assessments(List.of(assessment)), new Outcome(artifacts, List.of()))
                  .print(context.console()));
      try (Assessment again = new Assessor(meter).assess(merged)) {
        artifacts.addAll(sealer.seal(again));
      }
      meter.close();
      DemoRun original = DemoRun.ofOriginal(app, ARGUMENTS);
      List<DemoRun> runs = new ArrayList<>();
      for (Artifact artifact : artifacts) {
        runs.add(DemoRun.ofArtifact(artifact, ARGUMENTS));
      }
      long millis = (System.nanoTime() - begin) / 1_000_000;
      boolean same = view.result(assessment, artifacts, original.output(), runs(runs), millis);
      return same ? 0 : 1;
    }
  }

  private static List<String> runs(List<DemoRun> runs) {
    return runs.stream().map(DemoRun::output).toList();
  }

  private static Plan plan(Path app, Path sealed, ArchiveKind archive, FormKind... forms) {
    boolean isMerged = archive == ArchiveKind.MERGED;
    Optional<String> as = isMerged ? Optional.of("tidebook-merged.jar") : Optional.empty();
    FormWish[] wishes =
        Stream.of(forms)
            .map(k -> FormWish.of(k).with(archive))
            .map(w -> as.map(w::as).orElse(w))
            .toArray(FormWish[]::new);
    return Plan.of(app).with(Output.of(sealed, wishes).replacing());
  }

  static GirdleException cannot(String what, Exception e) {
    return new GirdleException(
        dev.girdle.fault.Fault.MACHINE, e, "the demo cannot " + what + ": " + e.getMessage());
  }
}
