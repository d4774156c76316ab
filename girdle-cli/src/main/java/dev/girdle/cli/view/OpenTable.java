package dev.girdle.cli.view;

import dev.girdle.closure.DynamicReference;
import dev.girdle.closure.Thing;
import dev.girdle.plan.Prune;
import dev.girdle.seal.Analysis;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What is asked for by names that only the run will tell, for people and as JSON. */
final class OpenTable {
  private final Analysis analysis;

  private record Group(String component, Thing thing, boolean passedOn) {}

  OpenTable(Analysis analysis) {
    this.analysis = analysis;
  }

  void print(Console console) {
    List<DynamicReference> open = analysis.closure().open();
    if (open.isEmpty()) {
      return;
    }
    Map<Group, List<DynamicReference>> groups = new LinkedHashMap<>();
    for (DynamicReference demand : open) {
      groups
          .computeIfAbsent(
              new Group(demand.from().component().name(), demand.thing(), demand.passedOn()),
              g -> new ArrayList<>())
          .add(demand);
    }
    console.heading(
        "Asked for by names that only the run will tell: "
            + SurveyView.count(open.size(), "place"));
    Table table = new Table("lll");
    table.row("COMPONENT", "ASKS FOR", "FIRST PLACE");
    groups.forEach(
        (group, demands) ->
            table.row(
                group.component,
                demands.get(0).asksFor(),
                demands.get(0).place()
                    + (demands.size() > 1
                        ? ", and " + SurveyView.count(demands.size() - 1, "more place")
                        : "")));
    table.print(console, true);
    console.line("  " + consequence());
  }

  private String consequence() {
    Prune prune = analysis.plan().choice().prune();
    return prune == Prune.CLASSES
        ? "So all that it can mean in these components goes along; for others say --always PATTERN."
        : "Inside its own component everything is there; for other components say --always PATTERN.";
  }

  List<Map<String, Object>> json() {
    return analysis.closure().open().stream()
        .map(
            o ->
                Json.object(
                    "place", o.place(),
                    "component", o.from().component().name(),
                    "how", o.how().id(),
                    "thing", o.thing().id()))
        .toList();
  }
}
