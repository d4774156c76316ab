package dev.girdle.cli;

import dev.girdle.app.Application;
import dev.girdle.cli.view.SurveyView;
import dev.girdle.plan.Plan;
import dev.girdle.seal.Analyzer;
import dev.girdle.seal.Overview;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** What is this? */
@Command(
    name = "survey",
    description =
        "Tell what an application is: entry points, components, sizes, what gets in each"
            + " other's way, and what was not taken for a part of it.")
final class SurveyCommand implements Callable<Integer> {
  private final Context context;
  @Mixin private ApplicationOptions application;
  @Mixin private CommonOptions common;

  SurveyCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    Plan plan = application.plan(context);
    Analyzer analyzer = new Analyzer(common.startMeter(context));
    try (Application found = analyzer.survey(plan)) {
      Optional<Overview> overview = found.entryPoint().map(e -> analyzer.look(plan, found));
      common.show(
          new SurveyView(found, overview, analyzer.recognise(plan), analyzer.advice(plan, found)),
          context);
    }
    return 0;
  }
}
