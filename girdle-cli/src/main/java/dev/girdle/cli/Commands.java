package dev.girdle.cli;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import picocli.CommandLine;

/**
 * The commands, in the order in which they are told. Reading what a command takes costs time at
 * each start, so that only the one that is wanted is made.
 */
final class Commands {
  private static final Map<String, Function<Context, Object>> ALL = new LinkedHashMap<>();

  /** What looks at all others. */
  private static final Set<String> WANT_ALL = Set.of("completion");

  static {
    ALL.put("survey", SurveyCommand::new);
    ALL.put("draft", DraftCommand::new);
    ALL.put("watch", WatchCommand::new);
    ALL.put("closure", ClosureCommand::new);
    ALL.put("explain", ExplainCommand::new);
    ALL.put("seal", SealCommand::new);
    ALL.put("inspect", InspectCommand::new);
    ALL.put("compare", CompareCommand::new);
    ALL.put("check", CheckCommand::new);
    ALL.put("rehearse", RehearseCommand::new);
    ALL.put("report", ReportCommand::new);
    ALL.put("runtimes", RuntimesCommand::new);
    ALL.put("deliver", DeliverCommand::new);
    ALL.put("releases", ReleasesCommand::new);
    ALL.put("receive", ReceiveCommand::new);
    ALL.put("depot", Commands::depot);
    ALL.put("demo", DemoCommand::new);
    ALL.put("completion", CompletionCommand::new);
  }

  private Commands() {}

  private static Object depot(Context context) {
    CommandLine depot = new CommandLine(new DepotCommand());
    depot.addSubcommand(new DepotCommand.Serve(context));
    depot.addSubcommand(new DepotCommand.Keys(context));
    return depot;
  }

  /**
   * How the command is made that is called, by its name; or all of them, to be told or guessed, if
   * none is called by its name.
   *
   * @param args a command and its options; may be empty
   */
  static Map<String, Function<Context, Object>> called(String... args) {
    String first = args.length == 0 ? "" : args[0];
    return ALL.containsKey(first) && !WANT_ALL.contains(first)
        ? Map.of(first, ALL.get(first))
        : ALL;
  }
}
