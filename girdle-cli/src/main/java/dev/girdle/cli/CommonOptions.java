package dev.girdle.cli;

import dev.girdle.cli.view.View;
import picocli.CommandLine.Option;

/** Options that every command has. */
final class CommonOptions {
  @Option(names = "--json", description = "Print one JSON document instead of text.")
  boolean json;

  @Option(names = "--quiet", description = "Show no progress, and of the result only what it is.")
  boolean quiet;

  @Option(names = "--debug", description = "Tell technical details of a failure.")
  boolean debug;

  @Option(
      names = {"-h", "--help"},
      usageHelp = true,
      description = "Tell about this command.")
  boolean help;

  /** Starts to show progress, unless the user does not want it. */
  Meter startMeter(Context context) {
    return context.startMeter(quiet || json);
  }

  /** Ends the progress and shows the result as the user wants it. */
  void show(View view, Context context) {
    context.meter().close();
    if (json) {
      view.printJson(context.console());
    } else if (quiet) {
      view.printQuiet(context.console());
    } else {
      view.print(context.console());
    }
  }
}
