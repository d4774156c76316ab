package dev.girdle.cli.view;

import dev.girdle.app.Item;
import dev.girdle.cli.view.Console.Paint;
import dev.girdle.ecosystem.LanguageWords;
import dev.girdle.io.Sizes;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Witnessed;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * What was seen in use against what the closure has.
 *
 * @param analysis what is known about the application, with evidence in its plan
 */
record QuietTable(Analysis analysis) {
  private static final int MOST = 12;

  private Witnessed witnessed() {
    return Witnessed.of(analysis).orElseThrow();
  }

  void print(Console console) {
    Witnessed witnessed = witnessed();
    LanguageWords words = analysis.ecosystem().words();
    int seen = witnessed.foreseen() + witnessed.missed().size();
    console.heading(
        "Seen in use: "
            + words.count(seen)
            + ", "
            + (witnessed.missed().isEmpty()
                ? console.paint(Paint.GOOD, "all of them foreseen")
                : console.paint(
                    Paint.NOTICE, witnessed.missed().size() + " of them not foreseen")));
    for (Item item : witnessed.missed().subList(0, Math.min(MOST, witnessed.missed().size()))) {
      console.line("  " + item.name() + " of " + item.component().origin());
    }
    if (witnessed.missed().size() > MOST) {
      console.line("  … and " + (witnessed.missed().size() - MOST) + " more: --json");
    }
    if (witnessed.quiet().isEmpty()) {
      return;
    }
    console.heading(
        "Quiet: goes along and was never seen, "
            + Sizes.of(witnessed.quietBytes())
            + " of "
            + words.units());
    Table table = new Table("lrr");
    table.row("COMPONENT", "QUIET", words.units().toUpperCase(Locale.ROOT));
    witnessed.quiet().entrySet().stream()
        .sorted(Comparator.comparing(q -> -q.getValue().bytes()))
        .forEach(
            q ->
                table.row(
                    q.getKey().origin(),
                    Sizes.of(q.getValue().bytes()),
                    q.getValue().classes() + " of " + q.getValue().of()));
    table.print(console, true);
  }

  /** What was never seen in use, as JSON. */
  Map<String, Object> json() {
    Witnessed witnessed = witnessed();
    List<Object> quiet =
        witnessed.quiet().entrySet().stream()
            .map(
                q ->
                    (Object)
                        Json.object(
                            "component", q.getKey().name(),
                            "classes", q.getValue().classes(),
                            "of", q.getValue().of(),
                            "bytes", q.getValue().bytes()))
            .toList();
    return Json.object(
        "foreseen",
        witnessed.foreseen(),
        "missed",
        witnessed.missed().stream().map(Item::name).toList(),
        "quiet",
        quiet);
  }
}
