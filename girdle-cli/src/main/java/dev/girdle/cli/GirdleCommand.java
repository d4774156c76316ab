package dev.girdle.cli;

import picocli.CommandLine.Command;
import picocli.CommandLine.IVersionProvider;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** The program without a command: says what there is. */
@Command(
    name = "girdle",
    description = {
      "Turns a built application into an artifact that runs by itself,",
      "with a reason for every file that is in it and every one that is not."
    },
    mixinStandardHelpOptions = true,
    versionProvider = GirdleCommand.Release.class,
    synopsisSubcommandLabel = "COMMAND",
    commandListHeading = "%nCommands, in the order in which people work:%n",
    footer = {
      "",
      "Exit status: 0 done; 1 something is wrong with the application or artifact;",
      "2 something is wrong with the words; 3 the machine failed.",
      "",
      "girdle COMMAND --help tells more."
    })
final class GirdleCommand implements Runnable {
  @Spec private CommandSpec spec;

  @Override
  public void run() {
    throw new ParameterException(spec.commandLine(), "which command?");
  }

  /** The release, from the build. */
  static final class Release implements IVersionProvider {
    @Override
    public String[] getVersion() {
      return new String[] {"Girdle " + Context.release()};
    }
  }
}
