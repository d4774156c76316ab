package dev.girdle.cli;

import dev.girdle.plan.RuntimeKind;
import dev.girdle.plan.RuntimeRequest;
import java.nio.file.Path;
import java.util.List;
import picocli.CommandLine.Option;

/** Which runtime the program runs on. */
final class RuntimeOptions {
  @Option(
      names = "--runtime",
      paramLabel = "KIND",
      description =
          "The runtime that it runs on: host (the receiver's own), whole (one goes along),"
              + " trimmed (only its parts that the program uses), tight (of these, only the code"
              + " that it can reach); host if not given.")
  private RuntimeKind kind;

  @Option(
      names = "--runtime-from",
      paramLabel = "DIR",
      description =
          "The folder of the runtime that goes along, also of another system; the one that Girdle runs"
              + " on if not given. Repeatable; each target takes its own.")
  private List<Path> from;

  /** What the plan says, overruled by what the command line says. */
  RuntimeRequest over(RuntimeRequest planned) {
    RuntimeRequest request = kind == null ? planned : planned.of(kind);
    return from == null ? request : request.from(from);
  }
}
