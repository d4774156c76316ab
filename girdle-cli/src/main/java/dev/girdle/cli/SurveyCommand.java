package dev.girdle.cli;

import dev.girdle.app.Application;
import dev.girdle.cli.view.SurveyView;
import dev.girdle.plan.Plan;
import dev.girdle.seal.Assessment;
import dev.girdle.seal.Assessor;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** What is this? */
@Command(
    name = "survey",
    description =
        "Tell what an application is: entry points, components, sizes, the Java it needs,"
            + " and what was not taken for a part of it.")
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
    Assessor assessor = new Assessor(common.startMeter(context));
    try (Application found = assessor.survey(plan)) {
      Optional<Assessment> assessment = found.entryPoint().map(e -> assessor.assess(plan, found));
      common.show(new SurveyView(found, assessment), context);
    }
    return 0;
  }
}
