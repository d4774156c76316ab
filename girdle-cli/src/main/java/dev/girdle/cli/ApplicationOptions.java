package dev.girdle.cli;

import dev.girdle.app.Target;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Declared;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.Output;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.plan.Source;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** What the application is, and how it is to be understood. */
final class ApplicationOptions {
  @Parameters(index = "0", paramLabel = "APP", description = "The application: a folder or a jar.")
  Path app;

  @Option(
      names = "--with",
      paramLabel = "PATH",
      description = "One more jar, folder of jars, or folder for the class path. Repeatable.")
  List<Path> with = List.of();

  @Option(
      names = "--entry",
      paramLabel = "[NAME=]CLASS",
      description =
          "The class to start, or MODULE/CLASS to start it as a module. Repeatable, with a name for"
              + " each starter: --entry main=org.ternhaven.Book --entry load=org.ternhaven.Load")
  List<String> entries = List.of();

  @Option(
      names = "--entry-arguments",
      paramLabel = "[NAME=]WORDS",
      description =
          "Arguments that the program is given before the user's own; of one entry, or of all."
              + " Quotes hold words together. Repeatable.")
  List<String> entryArguments = List.of();

  @Option(
      names = "--entry-options",
      paramLabel = "[NAME=]WORDS",
      description = "Options for Java, written in the same way: '-Xmx1g -Dharbour=north'.")
  List<String> entryOptions = List.of();

  @Option(names = "--name", paramLabel = "NAME", description = "The application's name.")
  String name;

  @Option(names = "--release", paramLabel = "RELEASE", description = "The application's release.")
  String release;

  @Option(
      names = "--prune",
      paramLabel = "LEVEL",
      description =
          "What nothing needs is left out: none of it, whole components, or also files, or also"
              + " classes of components that are needed"
              + " (none, components, files, classes; components if not given).")
  Prune prune = Prune.COMPONENTS;

  @Option(
      names = "--always",
      paramLabel = "PATTERN",
      description =
          "What goes along in any case: a class, a file or a component. * stands for a part of a"
              + " name, ** for any number of parts. Repeatable.")
  List<String> always = List.of();

  @Option(
      names = "--never",
      paramLabel = "PATTERN",
      description = "What stays behind in any case, written in the same way. Repeatable.")
  List<String> never = List.of();

  @Option(
      names = "--target",
      paramLabel = "TARGET",
      description =
          "Where it is to run: linux-x64, linux-arm64, windows-x64, macos-arm64 or macos-x64."
              + " Native code for other systems stays behind. Everywhere if not given.")
  String target;

  @Option(
      names = "--missing-ok",
      paramLabel = "PATTERN",
      description =
          "What may be missing, since the program does without it: org.ternhaven.radio.**"
              + " stands for a package and all below it. Repeatable.")
  List<String> missingOk = List.of();

  @Option(
      names = "--repository",
      paramLabel = "URL",
      description =
          "Where libraries that the application declares in a pom.xml are fetched from if they are"
              + " not on this machine: an https: or file: address. Repeatable. Name and password"
              + " are taken from GIRDLE_REPOSITORY_USER and GIRDLE_REPOSITORY_PASSWORD.")
  List<String> repositories = List.of();

  @Option(names = "--offline", description = "Ask no repository.")
  boolean offline;

  /** A plan that makes nothing. */
  Plan plan() {
    Optional<Target> wanted = Optional.ofNullable(target).map(Target::of);
    return new Plan(
        new Source(
            app,
            with,
            new EntryWords(entries, entryArguments, entryOptions).entries(),
            Optional.ofNullable(name),
            Optional.ofNullable(release),
            new Declared(repositories, offline, wanted)),
        new Choice(prune, patterns(missingOk), patterns(always), patterns(never), wanted),
        Output.NONE);
  }

  private static List<NamePattern> patterns(List<String> texts) {
    return texts.stream().map(NamePattern::of).toList();
  }
}
