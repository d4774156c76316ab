package dev.girdle.cli;

import picocli.CommandLine.Option;

/** Options that every command has. */
final class CommonOptions {
  @Option(names = "--json", description = "Print one JSON document instead of text.")
  boolean json;

  @Option(names = "--quiet", description = "Show no progress.")
  boolean quiet;

  @Option(names = "--debug", description = "Tell technical details of a failure.")
  boolean debug;

  @Option(
      names = {"-h", "--help"},
      usageHelp = true,
      description = "Tell about this command.")
  boolean help;
}
