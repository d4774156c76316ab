package dev.girdle.seal;

import dev.girdle.app.Application;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.Progress;
import dev.girdle.evidence.Evidence;
import dev.girdle.evidence.EvidenceFile;
import dev.girdle.evidence.Seen;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Rehearsal;
import dev.girdle.rehearse.WatchedRun;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Runs an application as it was handed over, on this machine and as the plan says, and notes what
 * it opens and starts.
 */
public final class Runs {
  /** What the run of a plan is called that names none. */
  private static final String ONLY = "start";

  private static final int LAST_LINES = 6;

  private Runs() {}

  /**
   * What is known of the runs of an application: what the user's evidence tells, or else what runs
   * show that are made now.
   *
   * @param plan what the user wants
   * @param language its language
   * @param application surveyed, with an entry point
   * @param progress is told how the work gets on
   * @return what was seen
   * @throws GirdleException if a run fails; all that do are told
   */
  static Evidence known(Plan plan, Ecosystem language, Application application, Progress progress) {
    List<Path> files = plan.choice().evidence();
    return files.isEmpty()
        ? evidence(perform(plan.rehearsals(), language, application, progress))
        : EvidenceFile.read(files);
  }

  /**
   * Performs runs.
   *
   * @param plan what the user wants; its rehearsals are what is done
   * @param progress is told how the work gets on
   * @return how each went, in their order; what was seen of the application's own is named by its
   *     path there
   * @throws GirdleException if there is no application, or a run fails; all that do are told
   */
  public static List<WatchedRun> perform(Plan plan, Progress progress) {
    Analyzer analyzer = new Analyzer(progress);
    try (Application application = analyzer.survey(plan)) {
      Ecosystem language = analyzer.language(plan);
      analyzer.requireStart(application, language);
      return perform(plan.rehearsals(), language, application, progress);
    }
  }

  private static List<WatchedRun> perform(
      List<Rehearsal> wanted, Ecosystem language, Application application, Progress progress) {
    List<Rehearsal> rehearsals = wanted.isEmpty() ? List.of(Rehearsal.plain(ONLY)) : wanted;
    List<WatchedRun> runs = new ArrayList<>();
    List<String> problems = new ArrayList<>();
    for (Rehearsal rehearsal : rehearsals) {
      progress.at("watching the run " + rehearsal.name(), runs.size(), rehearsals.size());
      try (UnsealedProgram program =
          UnsealedProgram.of(language, application.startedBy(rehearsal.entry()))) {
        ProcessBuilder process = program.process(rehearsal);
        WatchedRun run = WatchedRun.of(process, rehearsal, program.folder());
        runs.add(run.seeing(own(run, process.directory().toPath(), program, language)));
        problems.addAll(problems(run));
      } catch (IOException e) {
        throw new GirdleException(
            Fault.MACHINE, e, "the run " + rehearsal.name() + " failed: " + e.getMessage());
      }
    }
    if (!problems.isEmpty()) {
      problems.add(
          "  A run has to do here what it is to do elsewhere: only what it opens can go along.");
      throw new GirdleException(Fault.APPLICATION, problems);
    }
    return runs;
  }

  private static List<String> problems(WatchedRun run) {
    List<String> problems = new ArrayList<>();
    for (String failure : run.failures()) {
      problems.add("the run " + run.rehearsal().name() + ": " + failure);
    }
    if (!problems.isEmpty()) {
      List<String> lines = run.errors().lines().filter(l -> !l.isBlank()).toList();
      lines.stream()
          .skip(Math.max(0, lines.size() - LAST_LINES))
          .forEach(l -> problems.add("    " + l));
    }
    return problems;
  }

  /** Names what is the application's own by its path in it, and drops what it was given. */
  private static Set<Seen> own(
      WatchedRun run, Path work, UnsealedProgram program, Ecosystem language) throws IOException {
    Path place = program.place();
    Optional<Path> folder = language.startedIn().map(place::resolve);
    Set<Seen> all = new TreeSet<>();
    for (Seen one : run.seen()) {
      Path path = Path.of(one.name());
      if (path.startsWith(work)) {
        Optional<Path> there = folder.map(f -> f.resolve(work.relativize(path)));
        if (run.rehearsal().folder().isEmpty() && there.filter(Files::exists).isPresent()) {
          all.add(named(one, place.relativize(there.get()), language));
        }
      } else if (path.startsWith(place)) {
        all.add(named(one, place.relativize(path), language));
      } else if (!path.startsWith(program.folder())) {
        all.add(one);
      }
    }
    return all;
  }

  private static Seen named(Seen seen, Path path, Ecosystem language) {
    Seen own = new Seen(seen.kind(), path.toString().replace('\\', '/'), seen.from());
    return language.observation().map(o -> o.own(own)).orElse(own);
  }

  /**
   * All that runs have shown.
   *
   * @param runs any number
   * @return as evidence
   */
  public static Evidence evidence(List<WatchedRun> runs) {
    return Evidence.of(runs.stream().map(r -> new Evidence(r.seen())).toList());
  }
}
