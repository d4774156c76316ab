package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.evidence.EvidenceKind;
import dev.girdle.plan.Plan;
import dev.girdle.rehearse.WatchedRun;
import dev.girdle.seal.AsTyped;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Shows what an application was seen to use, run as it was handed over.
 *
 * @param plan what was asked for
 * @param runs how each went, in their order
 * @param file where that was written down; empty if nowhere
 */
public record WatchView(Plan plan, List<WatchedRun> runs, Optional<Path> file) implements View {
  private static final List<EvidenceKind> OPENED = List.of(EvidenceKind.FILE, EvidenceKind.LIBRARY);

  @Override
  public void print(Console console) {
    console.line(
        console.paint(Paint.STRONG, plan.source().app().toString())
            + ", run on this machine as it was handed over");
    for (WatchedRun run : runs) {
      String words = String.join(" ", run.rehearsal().arguments());
      console.heading(
          console.paint(Paint.STRONG, run.rehearsal().name())
              + (words.isEmpty() ? "" : "  " + words)
              + String.format(Locale.ROOT, "  (%.1f s)", run.millis() / 1000.0));
      console.line(
          "  opened "
              + SurveyView.count(own(run), "file")
              + " of its own and "
              + opened(run)
              + " of the system");
      console.line("  started " + String.join(", ", started(run)));
    }
    console.gap();
    printQuiet(console);
  }

  @Override
  public void printQuiet(Console console) {
    console.line(
        file.map(f -> "What was seen stands in " + f + ". Next: girdle seal " + next(f))
            .orElse(
                "Nothing was written down: --to FILE does, so that nobody has to run it again."));
  }

  private String next(Path file) {
    boolean isPlanned = plan.choice().evidence().contains(file);
    return (AsTyped.of(plan) + (isPlanned ? "" : " --evidence " + file)).strip();
  }

  private static int own(WatchedRun run) {
    return (int) run.seen().stream().filter(s -> s.kind().isCode()).count();
  }

  private static int opened(WatchedRun run) {
    return (int) run.seen().stream().filter(s -> OPENED.contains(s.kind())).count();
  }

  private static List<String> started(WatchedRun run) {
    return run.seen().stream()
        .filter(s -> s.kind().equals(EvidenceKind.PROCESS))
        .map(s -> s.name())
        .toList();
  }

  @Override
  public void printJson(Console console) {
    List<Map<String, Object>> all =
        runs.stream()
            .map(
                r ->
                    Json.object(
                        "name", r.rehearsal().name(),
                        "arguments", r.rehearsal().arguments(),
                        "millis", r.millis(),
                        "own", own(r),
                        "opened", opened(r),
                        "started", started(r)))
            .toList();
    Json.print(
        console, Json.object("runs", all, "evidence", file.map(Path::toString).orElse(null)));
  }
}
