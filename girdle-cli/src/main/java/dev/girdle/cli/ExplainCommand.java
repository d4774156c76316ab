package dev.girdle.cli;

import dev.girdle.artifact.ArtifactExplainer;
import dev.girdle.cli.view.ExplainView;
import dev.girdle.cli.view.RecordedView;
import dev.girdle.plan.Plan;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.Demands;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Analyzer;
import dev.girdle.seal.Explainer;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Why is this in, out, or missing? */
@Command(
    name = "explain",
    description = {
      "Tell why something is in, out, or missing: the chain from the entry point.",
      "Of an artifact that Girdle made, from what it tells itself: its application is not needed."
    })
final class ExplainCommand implements Callable<Integer> {
  private final Context context;
  @Mixin private ApplicationOptions application;

  @Parameters(
      index = "1",
      paramLabel = "THING",
      description = "A class, a file, a component; or a part of the runtime.")
  private String thing;

  @Mixin private RuntimeOptions runtime;

  @Mixin private CommonOptions common;

  ExplainCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    Optional<ArtifactRecord> told = Records.ofArtifact(application.app);
    Optional<Demands> demands = told.flatMap(t -> Records.demands(application.app));
    if (demands.isPresent()) {
      common.show(
          new RecordedView(new ArtifactExplainer(told.get(), demands.get()).explain(thing)),
          context);
      return 0;
    }
    Analyzer analyzer = new Analyzer(common.startMeter(context));
    Plan plan = application.plan(context);
    try (Analysis analysis = analyzer.analyze(plan.with(runtime.over(plan.runtime())))) {
      common.show(new ExplainView(new Explainer(analysis).explain(thing)), context);
    }
    return 0;
  }
}
