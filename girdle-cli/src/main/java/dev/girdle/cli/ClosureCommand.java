package dev.girdle.cli;

import dev.girdle.cli.view.ClosureView;
import dev.girdle.seal.Assessment;
import dev.girdle.seal.Assessor;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** What is needed, what is missing, what is ballast? */
@Command(
    name = "closure",
    description =
        "Tell what an application needs, everything that is missing, and what can stay behind.")
final class ClosureCommand implements Callable<Integer> {
  private final Context context;
  @Mixin private ApplicationOptions application;
  @Mixin private CommonOptions common;

  ClosureCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    Assessor assessor = new Assessor(common.startMeter(context));
    try (Assessment assessment = assessor.assess(application.plan(context))) {
      common.show(new ClosureView(assessment), context);
      boolean sound = assessment.faults().isEmpty() && assessment.closure().unreadable().isEmpty();
      return sound ? 0 : 1;
    }
  }
}
