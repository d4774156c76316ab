package dev.girdle.cli;

import java.util.concurrent.Callable;
import picocli.AutoComplete;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Completion for shells. */
@Command(
    name = "completion",
    description = {
      "Print a script by which bash and zsh complete the words of Girdle:",
      "  bash   source <(girdle completion)",
      "  zsh    autoload -U compinit bashcompinit; compinit; bashcompinit; source <(girdle completion)"
    })
final class CompletionCommand implements Callable<Integer> {
  private final Context context;
  @Spec private CommandSpec spec;

  @Option(
      names = {"-h", "--help"},
      usageHelp = true,
      description = "Tell about this command.")
  boolean help;

  CompletionCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    context.console().out().print(AutoComplete.bash("girdle", spec.root().commandLine()));
    return 0;
  }
}
