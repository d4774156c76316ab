package dev.girdle.cli.view;

import dev.girdle.app.Target;
import dev.girdle.cli.view.Console.Paint;
import dev.girdle.io.Sizes;
import dev.girdle.plan.Plan;
import dev.girdle.seal.Artifact;
import dev.girdle.seal.Assessment;
import dev.girdle.seal.Assessments;
import dev.girdle.seal.Outcome;
import java.util.ArrayList;
import java.util.List;

/**
 * Shows what was sealed.
 *
 * @param plan what was wanted, the command line's words included
 * @param assessments what it was made from
 * @param outcome what was made, and what was not
 */
public record SealView(Plan plan, Assessments assessments, Outcome outcome) implements View {
  @Override
  public void print(Console console) {
    Assessment first = assessments.first();
    console.line(
        "Sealed "
            + console.paint(Paint.STRONG, first.application().identity().title())
            + (plan.runtime().isBundled()
                ? " with " + plan.runtime().kind().text() + " Java"
                : " for " + first.need().text()));
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
  }

  private List<String> summaries() {
    return assessments.all().stream()
        .map(
            a ->
                assessments.all().size() == 1
                    ? summary(a)
                    : a.plan().choice().target().map(Target::text).orElse("") + ": " + summary(a))
        .toList();
  }

  private static String summary(Assessment assessment) {
    int all = assessment.application().components().size();
    String kept =
        assessment.kept().size()
            + " of "
            + SurveyView.count(all, "component")
            + " went in, "
            + Sizes.of(assessment.keptBytes());
    return assessment.ballast().isEmpty()
        ? kept
        : kept + "; " + Sizes.of(assessment.ballastBytes()) + " stayed behind";
  }

  private List<String> notices() {
    Assessment first = assessments.first();
    List<String> notices = new ArrayList<>(first.notices());
    outcome.artifacts().forEach(a -> notices.addAll(a.notices()));
    if (first.plan().choice().target().isEmpty()) {
      Natives.notice(first).ifPresent(notices::add);
    }
    if (first.application().identity().release().isEmpty()) {
      notices.add("no release is known, so the file names carry none; --release gives one");
    }
    return notices.stream().distinct().toList();
  }

  /**
   * Prints JSON, of the shape of {@code docs/schema/seal.schema.json}.
   *
   * @param console where to
   */
  public void printJson(Console console) {
    Assessment first = assessments.first();
    Json.print(
        console,
        Json.object(
            "name", first.application().identity().name(),
            "release", first.application().identity().release(),
            "entryPoint", first.entry().name(),
            "runtime", first.need(),
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
