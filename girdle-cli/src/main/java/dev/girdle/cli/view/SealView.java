package dev.girdle.cli.view;

import dev.girdle.app.Role;
import dev.girdle.app.Target;
import dev.girdle.cli.view.Console.Paint;
import dev.girdle.closure.DynamicReference;
import dev.girdle.closure.Strength;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.evidence.EvidenceFile;
import dev.girdle.io.Few;
import dev.girdle.io.Sizes;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.plan.RuntimeKind;
import dev.girdle.seal.Analyses;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Artifact;
import dev.girdle.seal.AsTyped;
import dev.girdle.seal.Doubt;
import dev.girdle.seal.Outcome;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Shows what was sealed.
 *
 * @param plan what was wanted, the command line's words included
 * @param analyses what it was made from
 * @param outcome what was made, and what was not
 */
public record SealView(Plan plan, Analyses analyses, Outcome outcome, boolean isRehearsed)
    implements View {
  private static final int NAMED = 4;

  /** A prebuilt program is called by its own name. */
  private String brought(Analysis first) {
    return plan.runtime().placement().isPresent()
        ? plan.runtime().from().get(0).getFileName().toString() + ", which runs it"
        : plan.runtime().kind().text()
            + " "
            + first.need().map(RuntimeNeed::language).orElse(first.ecosystem().name());
  }

  @Override
  public void print(Console console) {
    Analysis first = analyses.first();
    console.line(
        "Sealed "
            + console.paint(Paint.STRONG, first.application().identity().title())
            + (plan.runtime().isBundled()
                ? " with " + brought(first)
                : first.need().map(n -> " for " + n.text()).orElse("")));
    console.gap();
    Table table = new Table("lllrr");
    for (Artifact artifact : outcome.artifacts()) {
      table.row(
          artifact.form(),
          artifact.target().map(Target::text).orElse("any system"),
          artifact.path().toString(),
          Sizes.of(artifact.bytes()),
          SurveyView.count(artifact.files(), "file"));
    }
    table.print(console, false);
    summaries().forEach(s -> console.line("  " + s));
    console.notices(notices());
    if (outcome.artifacts().size() > 1) {
      console.heading("Run them");
      outcome.artifacts().forEach(a -> console.line("  " + a.start()));
    }
    console.gap();
    printQuiet(console);
  }

  @Override
  public void printQuiet(Console console) {
    List<Artifact> made = outcome.artifacts();
    long bytes = made.stream().mapToLong(Artifact::bytes).sum();
    String what =
        made.size() == 1
            ? made.get(0).path().toString()
            : made.size() + " artifacts in " + plan.output().out();
    String start = made.get(0).start();
    console.line(
        "Made "
            + what
            + ", "
            + Sizes.of(bytes)
            + ". Run "
            + (made.size() == 1 ? "it: " : "the first: ")
            + start);
    if (!isRehearsed && isUntried(analyses.first())) {
      console.line(
          console.paint(
                  Paint.NOTICE, "Not tried: what was left out was decided by reading code only.")
              + " Try it: girdle rehearse "
              + made.get(0).path()
              + " -- ARGUMENTS");
    }
  }

  private List<String> summaries() {
    return analyses.all().stream()
        .map(
            a ->
                analyses.all().size() == 1
                    ? summary(a)
                    : a.plan().choice().target().map(Target::text).orElse("") + ": " + summary(a))
        .toList();
  }

  private static String summary(Analysis analysis) {
    int all = analysis.application().components().size();
    String kept =
        analysis.kept().size()
            + " of "
            + SurveyView.count(all, "component")
            + " went in, "
            + Sizes.of(analysis.keptBytes());
    return analysis.ballast().isEmpty()
        ? kept
        : kept + "; " + Sizes.of(analysis.ballastBytes()) + " stayed behind";
  }

  private List<String> notices() {
    Analysis first = analyses.first();
    List<String> notices = new ArrayList<>(first.notices());
    outcome.artifacts().forEach(a -> notices.addAll(a.notices()));
    if (first.plan().choice().target().isEmpty()) {
      Natives.notice(first.natives()).ifPresent(notices::add);
    }
    doubts(first).ifPresent(notices::add);
    openInOwnCode(first).ifPresent(notices::add);
    if (first.application().identity().release().isEmpty()) {
      notices.add("no release is known, so the file names carry none; --release gives one");
    }
    return notices.stream().distinct().toList();
  }

  private Optional<String> doubts(Analysis analysis) {
    int rehearsals =
        isRehearsed && outcome.failures().isEmpty()
            ? plan.rehearsals().size()
            : EvidenceFile.read(plan.choice().evidence()).rehearsals();
    List<String> families =
        analysis.doubts().stream()
            .filter(d -> d.reach() != Strength.HINT)
            .map(Doubt::family)
            .toList();
    return families.isEmpty()
        ? Optional.empty()
        : Optional.of(
            "missing, and perhaps needed: "
                + Few.of(families, NAMED)
                + DoubtTable.notMissed(rehearsals)
                + "; girdle closure "
                + AsTyped.of(analysis.plan())
                + " tells who asks for it");
  }

  private static Optional<String> openInOwnCode(Analysis analysis) {
    List<DynamicReference> open =
        analysis.closure().open().stream()
            .filter(o -> o.from().component().role() == Role.OWN)
            .toList();
    return open.isEmpty() || !isUntried(analysis)
        ? Optional.empty()
        : Optional.of(
            "asked for in your own code by names that only the run will tell: "
                + open.get(0).asksFor()
                + ", "
                + open.get(0).place()
                + (open.size() > 1
                    ? ", and " + SurveyView.count(open.size() - 1, "more place")
                    : ""));
  }

  /** Whether more was left out than what no code can use, on nothing but the code's own words. */
  private static boolean isUntried(Analysis analysis) {
    Plan plan = analysis.plan();
    boolean isFine =
        plan.choice().prune() == Prune.CLASSES || plan.runtime().kind() == RuntimeKind.TIGHT;
    return isFine && plan.choice().evidence().isEmpty();
  }

  /**
   * Prints JSON, of the shape of {@code docs/schema/seal.schema.json}.
   *
   * @param console where to
   */
  public void printJson(Console console) {
    Analysis first = analyses.first();
    Json.print(
        console,
        Json.object(
            "name", first.application().identity().name(),
            "release", first.application().identity().release(),
            "entryPoint", first.entry().name(),
            "runtime", NeedJson.of(first.need()),
            "keptBytes", first.keptBytes(),
            "ballastBytes", first.ballastBytes(),
            "artifacts",
                outcome.artifacts().stream()
                    .map(
                        a ->
                            Json.object(
                                "form", a.form(),
                                "target", a.target().map(Target::text),
                                "path", a.path().toString(),
                                "bytes", a.bytes(),
                                "files", a.files(),
                                "start", a.start(),
                                "notices", a.notices()))
                    .toList(),
            "failures",
                outcome.failures().stream()
                    .map(f -> Json.object("what", f.what(), "why", f.why().lines()))
                    .toList(),
            "notices", first.notices(),
            "plan", PlanJson.of(plan)));
  }
}
