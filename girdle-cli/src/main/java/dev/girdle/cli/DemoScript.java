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
import java.util.Map;
import java.util.Optional;

/**
 * A demo application that a runtime starts by its script: sealed like the first one, and started if
 * there is a runtime for it here.
 *
 * @param context where it is shown
 * @param key what it is called in JSON
 * @param folder where it lies, with its plan
 * @param runtime what its variable is called that names a runtime, behind the application's own
 * @param arguments what it is started with
 */
record DemoScript(
    Context context, String key, Path folder, String runtime, List<String> arguments) {

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
    Optional<Path> found =
        analysis.ecosystem().runtimes().orElseThrow().here("", context.environment()).stream()
            .filter(r -> r.isIn(analysis.need().orElseThrow().range()))
            .map(FoundRuntime::home)
            .findFirst();
    if (found.isEmpty()) {
      view.notStarted(key, analysis, artifacts);
      return true;
    }
    String entry = analysis.entry().name();
    Path program = found.get();
    String expected = DemoRun.ofScript(program, folder.resolve(entry), arguments).output();
    String variable = analysis.application().identity().variablePrefix() + "_" + runtime;
    List<String> outputs = new ArrayList<>();
    artifacts.forEach(
        a ->
            outputs.add(
                DemoRun.ofArtifact(
                        a,
                        analysis.application().identity().name(),
                        Map.of(variable, program.toString()),
                        program,
                        arguments)
                    .output()));
    return view.further(key, analysis, artifacts, expected, outputs);
  }
}
