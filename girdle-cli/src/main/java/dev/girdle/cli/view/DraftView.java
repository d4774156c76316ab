package dev.girdle.cli.view;

import dev.girdle.app.Application;
import dev.girdle.cli.view.Console.Paint;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.AsTyped;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Shows what was drafted.
 *
 * @param plan the file that was written
 * @param application what it is for
 * @param analysis what its closure tells; empty if the entry point is not clear
 */
public record DraftView(Path plan, Application application, Optional<Analysis> analysis)
    implements View {
  @Override
  public void print(Console console) {
    console.line(
        "Wrote "
            + console.paint(Paint.STRONG, plan.toString())
            + ", a plan for "
            + application.identity().title());
    console.notices(open());
    console.gap();
    console.line("Next: read it, then girdle " + ("seal " + AsTyped.planned(plan)).strip());
  }

  /** What has to be decided before it can be sealed, and what well may be. */
  private List<String> open() {
    List<String> open = new ArrayList<>();
    if (application.starts().isEmpty()) {
      open.add("where it starts is not clear: choose one of the entries in the plan");
    }
    analysis
        .map(Analysis::faults)
        .filter(f -> !f.isEmpty())
        .ifPresent(
            f ->
                open.add(
                    SurveyView.count(f.size(), "thing")
                        + " needed and missing: girdle closure "
                        + application.source()
                        + " tells which"));
    analysis.flatMap(a -> Natives.notice(a.natives())).ifPresent(open::add);
    if (application.identity().release().isEmpty()) {
      open.add("no release was found: give it one in the plan");
    }
    return open;
  }

  @Override
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "plan", plan.toString(),
            "name", application.identity().name(),
            "open", open()));
  }
}
