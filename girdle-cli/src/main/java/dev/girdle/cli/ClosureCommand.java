package dev.girdle.cli;

import dev.girdle.cli.view.ClosureView;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Analyzer;
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
    Analyzer analyzer = new Analyzer(common.startMeter(context));
    try (Analysis analysis = analyzer.analyze(application.plan(context))) {
      common.show(new ClosureView(analysis), context);
      boolean sound = analysis.faults().isEmpty() && analysis.closure().unreadable().isEmpty();
      return sound ? 0 : 1;
    }
  }
}
