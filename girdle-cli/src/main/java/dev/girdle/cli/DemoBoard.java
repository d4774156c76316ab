package dev.girdle.cli;

import dev.girdle.cli.view.DemoView;
import dev.girdle.cli.view.SealView;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.Progress;
import dev.girdle.plan.Plan;
import dev.girdle.plan.file.PlanFile;
import dev.girdle.seal.Analyses;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Analyzer;
import dev.girdle.seal.Artifact;
import dev.girdle.seal.Outcome;
import dev.girdle.seal.Sealer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The second demo application, the berth board: sealed like the first one, and started if there is
 * a runtime for it here.
 */
final class DemoBoard {
  private static final List<String> ARGUMENTS = List.of("--print");

  private final Context context;
  private final Path folder;

  DemoBoard(Context context, Path folder) {
    this.context = context;
    this.folder = folder;
  }

  /** Whether all that was made gives the same as the application that is not sealed. */
  boolean isGood(DemoView view) {
    Plan read = PlanFile.read(folder.resolve(PlanFile.NAME), context.environment());
    Plan plan = read.with(read.output().replacing());
    Analyzer analyzer = new Analyzer(Progress.SILENT);
    try (Analyses analyses = analyzer.analyzeAll(plan)) {
      Analysis analysis = analyses.first();
      Outcome outcome = new Sealer(Context.release(), Progress.SILENT).seal(analyses);
      List<Artifact> artifacts = outcome.orThrow();
      view.step(
          "seal " + folder + " --replace",
          () -> new SealView(plan, analyses, outcome, false).print(context.console()));
      return isSame(view, analysis, artifacts);
    }
  }

  private boolean isSame(DemoView view, Analysis analysis, List<Artifact> artifacts) {
    Optional<Path> node =
        analysis.ecosystem().runtimes().orElseThrow().here("", context.environment()).stream()
            .filter(r -> r.isIn(analysis.need().orElseThrow().range()))
            .map(FoundRuntime::home)
            .findFirst();
    if (node.isEmpty()) {
      view.notStarted(analysis, artifacts);
      return true;
    }
    String entry = analysis.entry().name();
    String expected = DemoRun.ofScript(node.get(), folder.resolve(entry), ARGUMENTS).output();
    List<String> outputs = new ArrayList<>();
    artifacts.forEach(a -> outputs.add(DemoRun.ofArtifact(a, node.get(), ARGUMENTS).output()));
    return view.second(analysis, artifacts, expected, outputs);
  }
}
