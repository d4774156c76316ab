package dev.girdle.cli;

import dev.girdle.cli.view.Console;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.Why;
import dev.girdle.io.Paths;
import dev.girdle.place.Leaving;
import dev.girdle.place.Scratch;
import dev.girdle.place.Variables;
import dev.girdle.plan.Prune;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.InvalidPathException;
import java.util.Map;
import picocli.CommandLine;
import picocli.CommandLine.ParameterException;

/** The program: streams and environment come in, an exit status goes out. */
public final class Main {
  private static final int REQUEST = 2;
  private static final int MACHINE = 3;

  private Main() {}

  /**
   * Runs Girdle and ends the process.
   *
   * @param args a command and its options
   */
  public static void main(String[] args) {
    boolean terminal = System.console() != null;
    int status = run(System.out, System.err, terminal, Variables.here(), args);
    Scratch.clear();
    System.exit(status);
  }

  /**
   * Runs Girdle within this process, which goes on afterwards.
   *
   * @param out for results
   * @param err for progress, warnings and errors
   * @param terminal whether a person is looking on
   * @param environment the environment variables
   * @param args a command and its options
   * @return the exit status
   */
  public static int run(
      PrintStream out,
      PrintStream err,
      boolean terminal,
      Map<String, String> environment,
      String... args) {
    Charset charset = charset(environment);
    boolean colour =
        terminal
            && environment.getOrDefault("NO_COLOR", "").isEmpty()
            && !"dumb".equals(environment.get("TERM"));
    try (PrintWriter outWriter = new PrintWriter(out, false, charset);
        PrintWriter errWriter = new PrintWriter(err, true, charset)) {
      Console console =
          new Console(
              outWriter,
              errWriter,
              colour,
              charset == StandardCharsets.UTF_8 && !Boolean.getBoolean("girdle.plain"),
              terminal ? Terminal.width() : 0);
      return run(console, terminal, environment, args);
    }
  }

  /** Errors of the virtual machine are told here, while the streams are still open. */
  private static int run(
      Console console, boolean terminal, Map<String, String> environment, String... args) {
    try {
      return commandLine(new Context(console, terminal, environment), args).execute(args);
    } catch (OutOfMemoryError e) {
      console.err().println("girdle: there is not enough memory for this application");
      console.err().println("  Give it more: GIRDLE_OPTS=-Xmx4g girdle …");
    } catch (LinkageError | StackOverflowError e) {
      console.err().println("girdle: a fault of Girdle itself: " + e);
      console.err().println("  Its own folder may be damaged; build or fetch it again.");
    }
    return MACHINE;
  }

  private static Charset charset(Map<String, String> environment) {
    for (String name : new String[] {"LC_ALL", "LC_CTYPE", "LANG"}) {
      String value = environment.getOrDefault(name, "");
      if (!value.isEmpty()) {
        return value.toUpperCase(java.util.Locale.ROOT).matches(".*UTF-?8.*")
            ? StandardCharsets.UTF_8
            : StandardCharsets.US_ASCII;
      }
    }
    return System.getProperty("os.name").startsWith("Mac")
        ? StandardCharsets.UTF_8
        : StandardCharsets.US_ASCII;
  }

  /** The command line, with the command that the words call, or with all if they call none. */
  static CommandLine commandLine(Context context, String... args) {
    CommandLine line = new CommandLine(new GirdleCommand());
    Commands.called(args)
        .forEach((name, command) -> line.addSubcommand(name, command.apply(context)));
    line.setOut(context.console().out());
    line.setErr(context.console().err());
    line.setCaseInsensitiveEnumValuesAllowed(true);
    line.registerConverter(
        Prune.class,
        word ->
            Prune.called(word)
                .orElseThrow(
                    () ->
                        new CommandLine.TypeConversionException(
                            "expected one of none, components, files, classes (or code) and not "
                                + word)));
    line.setUsageHelpAutoWidth(true);
    line.setColorScheme(
        CommandLine.Help.defaultColorScheme(
            context.console().colour() ? CommandLine.Help.Ansi.ON : CommandLine.Help.Ansi.OFF));
    line.setParameterExceptionHandler((e, words) -> wrongWords(e, context.console()));
    line.setExecutionExceptionHandler((e, l, result) -> failed(e, context, result));
    return line;
  }

  private static int wrongWords(ParameterException e, Console console) {
    String command = e.getCommandLine().getCommandSpec().qualifiedName();
    console.err().println("girdle: " + Paths.printable(WrongWords.told(e)));
    console.err().println("  See: " + command + " --help");
    return REQUEST;
  }

  /** What the user can do something about. */
  private static Exception known(Exception e) {
    if (e instanceof InvalidPathException path) {
      return WrongWords.path(path);
    }
    return e instanceof UncheckedIOException io
        ? GirdleException.because(
            io,
            () ->
                GirdleException.machine(
                    "reading or writing failed: " + Why.of(io.getCause()),
                    "  Run the command again with --debug to see where."))
        : e;
  }

  private static int failed(Exception e, Context context, CommandLine.ParseResult result) {
    context.meter().close();
    context.console().out().flush();
    PrintWriter err = context.console().err();
    if (result.hasSubcommand() && result.subcommand().hasMatchedOption("--debug")) {
      e.printStackTrace(err);
    }
    if (Leaving.hasBegun()) {
      return MACHINE; // told to end, and what came of that is no news
    }
    if (known(e) instanceof GirdleException known) {
      err.println("girdle: " + Console.harmless(known.lines().get(0)));
      known.lines().stream().skip(1).map(Console::harmless).forEach(err::println);
      return known.fault().exitStatus();
    }
    err.println(
        "girdle: a fault of Girdle itself: " + Console.harmless(String.valueOf(e.getMessage())));
    err.println("  Run the command again with --debug to see where, and report it.");
    return MACHINE;
  }
}
