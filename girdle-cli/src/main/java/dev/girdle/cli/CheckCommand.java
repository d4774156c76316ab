package dev.girdle.cli;

import dev.girdle.artifact.Check;
import dev.girdle.cli.view.CheckView;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Is an artifact whole, unaltered and complete, and will it run here? */
@Command(
    name = "check",
    description =
        "Tell whether an artifact is whole, unaltered and complete, and whether it will run here.")
final class CheckCommand implements Callable<Integer> {
  private final Context context;

  @Parameters(paramLabel = "ARTIFACT", description = "A folder, zip, tgz, archive or image.")
  private Path artifact;

  @Mixin private CommonOptions common;

  CheckCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    Records.requireThere(artifact);
    Meter meter = common.startMeter(context);
    Check check = Check.of(artifact, context.environment(), meter);
    common.show(new CheckView(check, artifact.toString()), context);
    return check.isGood() ? 0 : 1;
  }
}
