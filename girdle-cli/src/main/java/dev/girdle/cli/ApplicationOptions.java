package dev.girdle.cli;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.Ecosystems;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Declared;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.Output;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.plan.Source;
import dev.girdle.plan.file.PlanFile;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** What the application is, and how it is to be understood. */
final class ApplicationOptions {
  @Parameters(
      index = "0",
      arity = "0..1",
      paramLabel = "APP",
      description =
          "The application: a folder or a jar; or a plan: a girdle.yaml, or a folder that holds one."
              + " The plan of the current folder if not given. Options overrule the plan.")
  Path app;

  @Option(
      names = "--with",
      paramLabel = "PATH",
      description = "One more jar, folder of jars, or folder for the class path. Repeatable.")
  List<Path> with;

  @Option(
      names = "--entry",
      paramLabel = "[NAME=]CLASS",
      description =
          "The class to start, or MODULE/CLASS to start it as a module. Repeatable, with a name for"
              + " each starter: --entry main=org.ternhaven.Book --entry load=org.ternhaven.Load")
  List<String> entries;

  @Option(
      names = "--entry-arguments",
      paramLabel = "[NAME=]WORDS",
      description =
          "Arguments that the program is given before the user's own; of one entry, or of all."
              + " Quotes hold words together. Repeatable.")
  List<String> entryArguments;

  @Option(
      names = "--entry-options",
      paramLabel = "[NAME=]WORDS",
      description = "Options for the runtime, written in the same way: '-Xmx1g -Dharbour=north'.")
  List<String> entryOptions;

  @Option(
      names = "--language",
      paramLabel = "ID",
      description =
          "The language that the application is written in, if it could be several:"
              + " ${COMPLETION-CANDIDATES}.",
      completionCandidates = Languages.class)
  String language;

  @Option(names = "--name", paramLabel = "NAME", description = "The application's name.")
  String name;

  @Option(names = "--release", paramLabel = "RELEASE", description = "The application's release.")
  String release;

  @Option(
      names = "--prune",
      paramLabel = "LEVEL",
      description =
          "What is left out: nothing; whole components that nothing needs; also files that no code"
              + " can use, such as build descriptions and sources of what is compiled; or also"
              + " classes or modules that nothing reaches"
              + " (none, components, files, classes or code; files if not given, for native programs"
              + " components).")
  Prune prune;

  @Option(
      names = "--always",
      paramLabel = "PATTERN",
      description =
          "What goes along in any case: a class, a file or a component. * stands for a part of a"
              + " name, ** for any number of parts. Repeatable.")
  List<String> always;

  @Option(
      names = "--never",
      paramLabel = "PATTERN",
      description = "What stays behind in any case, written in the same way. Repeatable.")
  List<String> never;

  @Option(
      names = "--without-sources",
      description =
          "Sources stay behind; the byte code that is made of them goes along. What code reads as a"
              + " file stays, and it is told. For Python.")
  boolean withoutSources;

  @Option(
      names = "--evidence",
      paramLabel = "FILE",
      description =
          "What was in use when the program ran: a file with a class name on each line."
              + " Repeatable; several add up.")
  List<Path> evidence;

  @Option(
      names = "--target",
      paramLabel = "TARGET",
      description =
          "Where it is to run: linux-x64, linux-arm64, windows-x64, macos-arm64 or macos-x64."
              + " Native code for other systems stays behind. Everywhere if not given; repeatable"
              + " for seal.")
  List<String> targets;

  @Option(
      names = "--missing-ok",
      paramLabel = "PATTERN",
      description =
          "What may be missing, since the program does without it: org.ternhaven.radio.**"
              + " stands for a package and all below it. Repeatable.")
  List<String> missingOk;

  @Option(
      names = "--strict",
      description = "What is missing and perhaps needed stops the work, too.")
  boolean strict;

  @Option(
      names = "--repository",
      paramLabel = "WHERE",
      description =
          "Where libraries that the application declares are fetched from if they are not on this"
              + " machine: an https: or file: address, with an id before it if you like"
              + " (quay=https://…); the id of one that the Maven settings know; or 'declared', for"
              + " those that the descriptions name. Repeatable. Mirrors, proxies and passwords of"
              + " the Maven settings are used; else name and password are taken from"
              + " GIRDLE_REPOSITORY_USER and GIRDLE_REPOSITORY_PASSWORD.")
  List<String> repositories;

  /** The ids of the languages that are installed. */
  static final class Languages implements Iterable<String> {
    @Override
    public Iterator<String> iterator() {
      return Ecosystems.installed().all().stream().map(Ecosystem::id).iterator();
    }
  }

  @Option(names = "--offline", description = "Ask no repository.")
  boolean offline;

  /** What the plan says, if there is one, overruled by what the command line says. */
  Plan plan(Context context) {
    Path named = app == null ? Path.of("") : app;
    Optional<Path> file = PlanFile.at(named);
    if (app == null && file.isEmpty()) {
      throw GirdleException.request(
          "which application? There is no " + PlanFile.NAME + " here.",
          "  Name a folder, a jar or a plan; girdle draft APP writes a first plan.");
    }
    Plan plan =
        file.map(f -> PlanFile.read(f, context.environment())).orElseGet(() -> Plan.of(named));
    return overruled(plan);
  }

  private Plan overruled(Plan plan) {
    Source source = plan.source();
    Choice choice = plan.choice();
    Output output = plan.output();
    List<Target> wanted =
        targets == null ? output.targets() : targets.stream().map(Target::of).distinct().toList();
    Optional<Target> only = wanted.size() == 1 ? Optional.of(wanted.get(0)) : Optional.empty();
    Declared declared = source.declared();
    return new Plan(
        new Source(
            source.app(),
            with == null ? source.with() : with,
            new EntryWords(or(entries), or(entryArguments), or(entryOptions))
                .over(source.entries()),
            Optional.ofNullable(name).or(source::name),
            Optional.ofNullable(release).or(source::release),
            new Declared(
                repositories == null ? declared.repositories() : repositories,
                repositories == null ? declared.byLanguage() : Map.of(),
                offline || declared.offline(),
                only),
            Optional.ofNullable(language).or(source::language),
            source.links()),
        new Choice(
            Optional.ofNullable(prune).or(choice::level),
            choice.usual(),
            patterns(missingOk, choice.missingOk()),
            strict || choice.strict(),
            patterns(always, choice.always()),
            patterns(never, choice.never()),
            evidence == null ? choice.evidence() : evidence,
            only,
            withoutSources ? choice.contents().leavingSourcesOut() : choice.contents()),
        new Output(output.forms(), wanted, output.out(), output.replace()),
        plan.metadata(),
        plan.files(),
        plan.runtime(),
        plan.rehearsals(),
        plan.image(),
        plan.file());
  }

  private static List<String> or(List<String> words) {
    return words == null ? List.of() : words;
  }

  private static List<NamePattern> patterns(List<String> texts, List<NamePattern> planned) {
    return texts == null ? planned : texts.stream().map(NamePattern::of).toList();
  }
}
