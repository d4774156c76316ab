package dev.girdle.cli;

import dev.girdle.plan.NamePattern;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
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

  @Option(names = "--entry", paramLabel = "CLASS", description = "The class to start.")
  String entry;

  @Option(names = "--name", paramLabel = "NAME", description = "The application's name.")
  String name;

  @Option(names = "--release", paramLabel = "RELEASE", description = "The application's release.")
  String release;

  @Option(
      names = "--prune",
      paramLabel = "LEVEL",
      description =
          "What nothing needs is left out: none of it, or whole components"
              + " (none, components; components if not given).")
  Prune prune = Prune.COMPONENTS;

  @Option(
      names = "--missing-ok",
      paramLabel = "PATTERN",
      description =
          "What may be missing, since the program does without it: org.ternhaven.radio.**"
              + " stands for a package and all below it. Repeatable.")
  List<String> missingOk = List.of();

  /** A plan that makes nothing. */
  Plan plan() {
    Plan defaults = Plan.of(app);
    return new Plan(
        app,
        with,
        Optional.ofNullable(entry),
        Optional.ofNullable(name),
        Optional.ofNullable(release),
        prune,
        missingOk.stream().map(NamePattern::of).toList(),
        defaults.forms(),
        defaults.archive(),
        defaults.out(),
        defaults.as(),
        defaults.replace());
  }
}
