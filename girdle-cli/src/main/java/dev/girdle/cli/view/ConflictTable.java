package dev.girdle.cli.view;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Conflict;
import dev.girdle.cli.view.Console.Paint;
import java.util.List;
import java.util.Map;

/** Components that get in each other's way, for people and as JSON. */
final class ConflictTable {
  private static final int SHOWN = 12;

  private final Application application;
  private final List<Conflict> conflicts;

  ConflictTable(Application application, List<Conflict> conflicts) {
    this.application = application;
    this.conflicts = conflicts;
  }

  void print(Console console) {
    if (conflicts.isEmpty()) {
      return;
    }
    boolean areCopies = conflicts.stream().allMatch(Conflict::areCopies);
    console.heading(areCopies ? "There several times" : "In each other's way");
    for (Conflict conflict : conflicts.subList(0, Math.min(SHOWN, conflicts.size()))) {
      console.line("  " + console.paint(Paint.NOTICE, conflict.sentence()));
      Table table = new Table("lll");
      if (!conflict.winner().isEmpty()) {
        table.row("  wins", conflict.winner(), broughtBy(conflict.winner()));
      }
      String others = conflict.winner().isEmpty() ? "  there" : "  loses";
      conflict.losers().forEach(l -> table.row(others, l, broughtBy(l)));
      table.print(console, false);
    }
    if (conflicts.size() > SHOWN) {
      console.line("  … and " + (conflicts.size() - SHOWN) + " more (--json lists them)");
    }
  }

  private String broughtBy(String component) {
    return application.components().stream()
        .filter(c -> c.name().equals(component))
        .findFirst()
        .map(Component::broughtBy)
        .orElse("");
  }

  List<Map<String, Object>> json() {
    return conflicts.stream()
        .map(
            c ->
                Json.object(
                    "kind", c.kind(),
                    "subject", c.subject(),
                    "others", c.others(),
                    "winner", c.winner(),
                    "losers", c.losers(),
                    "same", c.same()))
        .toList();
  }
}
