package dev.girdle.cli.view;

import dev.girdle.app.Component;
import dev.girdle.cli.view.Console.Paint;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Rank;
import dev.girdle.closure.Reasons;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.Unreadable;
import dev.girdle.closure.Unresolved;
import dev.girdle.io.Sizes;
import dev.girdle.seal.Analysis;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Shows what is needed, what is missing, and what can stay behind.
 *
 * @param analysis what is known about the application
 */
public record ClosureView(Analysis analysis) implements View {
  @Override
  public void print(Console console) {
    console.line(
        console.paint(Paint.STRONG, analysis.application().identity().title())
            + ", started with "
            + analysis.entry().name());
    printKept(console);
    printBallast(console);
    printUnreadable(console);
    printMissing(console, "Missing, and needed", Rank.NEEDED, Paint.BAD);
    new DoubtTable(analysis).print(console);
    printMissing(
        console, "Missing, and the program is prepared for it", Rank.PREPARED, Paint.NOTICE);
    new OpenTable(analysis).print(console);
    if (!analysis.plan().choice().evidence().isEmpty()) {
      new QuietTable(analysis).print(console);
    }
    conflicts().print(console);
    console.notices(analysis.notices());
    console.gap();
    printVerdict(console);
  }

  private ConflictTable conflicts() {
    return new ConflictTable(analysis.application(), analysis.conflicts());
  }

  private void printKept(Console console) {
    console.heading(
        "Goes along: "
            + analysis.kept().size()
            + " of "
            + SurveyView.count(analysis.application().components().size(), "component")
            + ", "
            + Sizes.of(analysis.keptBytes()));
    Table table = new Table("lrrl");
    table.row("COMPONENT", "SIZE", "REACHED", "BECAUSE");
    for (Component component : analysis.kept()) {
      table.row(
          component.origin(),
          size(component),
          analysis.closure().reachedIn(component).size() + " of " + component.items().size(),
          Reasons.of(component, analysis.closure()));
    }
    table.print(console, true);
    Table runtime = new Table("ll");
    analysis
        .need()
        .ifPresent(
            n -> {
              boolean hasParts = !analysis.runtimeModules().isEmpty();
              runtime.row(
                  (hasParts ? "of " : "on ") + n.text() + (hasParts ? ":" : ""),
                  String.join(", ", analysis.runtimeModules()));
            });
    runtime.print(console, false);
  }

  private String size(Component component) {
    String all = Sizes.of(component.size());
    return analysis.selection().isWhole(component)
        ? all
        : Sizes.of(analysis.selection().bytes(component)) + " of " + all;
  }

  private void printBallast(Console console) {
    if (analysis.ballast().isEmpty()) {
      return;
    }
    List<Ballast> whole = analysis.ballast().stream().filter(b -> b.path().isEmpty()).toList();
    int items = analysis.ballast().size() - whole.size();
    String parts = items == 0 ? "" : SurveyView.count(items, "item") + " of others, ";
    console.heading(
        "Stays behind: "
            + SurveyView.count(whole.size(), "component")
            + ", "
            + parts
            + Sizes.of(analysis.ballastBytes()));
    Table table = new Table("lrl");
    whole.forEach(b -> table.row(b.component(), Sizes.of(b.bytes()), b.reason()));
    Map<List<String>, List<Ballast>> groups = new LinkedHashMap<>();
    for (Ballast ballast : analysis.ballast()) {
      if (!ballast.path().isEmpty()) {
        String reason = Natives.inSum(ballast.reason());
        // of what is of no use anywhere, it does not matter where it lay
        boolean byComponent = !reason.equals(ballast.reason()) || reason.equals(Ballast.UNREACHED);
        String component = byComponent ? ballast.component() : "";
        groups.computeIfAbsent(List.of(component, reason), g -> new ArrayList<>()).add(ballast);
      }
    }
    groups.forEach(
        (group, members) ->
            table.row(
                SurveyView.count(members.size(), "item")
                    + (group.get(0).isEmpty()
                        ? " of "
                            + SurveyView.count(
                                (int) members.stream().map(Ballast::component).distinct().count(),
                                "component")
                        : " of " + group.get(0)),
                Sizes.of(members.stream().mapToLong(Ballast::bytes).sum()),
                group.get(1)));
    table.print(console, false);
  }

  private void printUnreadable(Console console) {
    if (analysis.closure().unreadable().isEmpty()) {
      return;
    }
    console.heading("Needed, and not readable");
    Table table = new Table("ll");
    for (Unreadable unreadable : analysis.closure().unreadable()) {
      table.row(
          console.paint(
              Paint.BAD, unreadable.item().component().origin() + ": " + unreadable.item().path()),
          unreadable.why());
    }
    table.print(console, false);
  }

  private void printMissing(Console console, String title, Rank rank, Paint paint) {
    List<Unresolved> unmet =
        analysis.closure().unmet(rank).stream()
            .filter(u -> u.reach() != Strength.HINT || rank == Rank.NEEDED)
            .toList();
    if (unmet.isEmpty()) {
      return;
    }
    console.heading(title + ": " + unmet.size());
    Map<String, List<Unresolved>> groups = new TreeMap<>();
    unmet.forEach(u -> groups.computeIfAbsent(group(u), g -> new ArrayList<>()).add(u));
    groups.forEach(
        (group, members) -> {
          List<String> advice = members.stream().map(analysis::advice).distinct().toList();
          boolean same = advice.size() == 1 && !advice.get(0).isEmpty();
          console.line(
              "  "
                  + console.paint(paint, group.isEmpty() ? "(no package)" : group)
                  + (same ? "  " + advice.get(0) : ""));
          Table table = new Table("ll");
          for (Unresolved u : members) {
            String own = same || analysis.advice(u).isEmpty() ? "" : "; " + analysis.advice(u);
            table.row("  " + shortName(u), askers(u) + own);
          }
          table.print(console, false);
        });
  }

  private static char separator(Unresolved unmet) {
    return unmet.thing() == Thing.FILE ? '/' : '.';
  }

  /** Names of libraries have dots that separate nothing that is told apart. */
  private static boolean standsAlone(Unresolved unmet) {
    return !unmet.thing().isCode() && unmet.thing() != Thing.FILE;
  }

  private static String group(Unresolved unmet) {
    if (standsAlone(unmet)) {
      return unmet.name();
    }
    int cut = unmet.name().lastIndexOf(separator(unmet));
    return cut < 0 ? "" : unmet.name().substring(0, cut);
  }

  private static String shortName(Unresolved unmet) {
    if (standsAlone(unmet)) {
      return "";
    }
    return unmet.name().substring(unmet.name().lastIndexOf(separator(unmet)) + 1);
  }

  private String askers(Unresolved unmet) {
    Demand first = unmet.demands().get(0);
    String more =
        unmet.demands().size() == 1
            ? ""
            : ", and " + SurveyView.count(unmet.demands().size() - 1, "more place");
    String excuse = first.excuse().isEmpty() ? "" : " (" + first.excuse() + ")";
    String accepted = analysis.acceptedBy(unmet).map(o -> " [" + o + "]").orElse("");
    return first.how().passive() + " " + first.place() + excuse + more + accepted;
  }

  private void printVerdict(Console console) {
    int faults = analysis.faults().size() + analysis.closure().unreadable().size();
    if (faults == 0) {
      console.line(
          console.paint(Paint.GOOD, "Nothing that is needed is missing.")
              + " Next: girdle seal "
              + SurveyView.words(analysis));
    } else {
      console.line(
          console.paint(Paint.BAD, SurveyView.count(faults, "thing") + " needed and missing.")
              + " "
              + analysis.ecosystem().words().supplyAdvice()
              + ", or say --missing-ok PATTERN.");
    }
  }

  /**
   * Prints JSON, of the shape of {@code docs/schema/closure.schema.json}.
   *
   * @param console where to
   */
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "name", analysis.application().identity().name(),
            "release", analysis.application().identity().release(),
            "entryPoint", analysis.entry().name(),
            "runtime", NeedJson.of(analysis.need()),
            "runtimeModules", analysis.runtimeModules(),
            "keptBytes", analysis.keptBytes(),
            "ballastBytes", analysis.ballastBytes(),
            "kept", analysis.kept().stream().map(this::kept).toList(),
            "ballast", analysis.ballast(),
            "open", new OpenTable(analysis).json(),
            "conflicts", conflicts().json(),
            "notices", analysis.notices(),
            "seen",
                analysis.plan().choice().evidence().isEmpty()
                    ? null
                    : new QuietTable(analysis).json(),
            "unmet",
                analysis.closure().unmet().stream()
                    .filter(u -> u.rank() != Rank.HINTED)
                    .map(this::unmet)
                    .toList(),
            "unreadable",
                analysis.closure().unreadable().stream()
                    .map(
                        u ->
                            Json.object(
                                "component", u.item().component().name(),
                                "path", u.item().path(),
                                "why", u.why()))
                    .toList()));
  }

  private Map<String, Object> kept(Component component) {
    return Json.object(
        "name", component.name(),
        "origin", component.origin(),
        "bytes", component.size(),
        "keptBytes", analysis.selection().bytes(component),
        "broughtBy", component.broughtBy(),
        "items", component.items().size(),
        "reached", analysis.closure().reachedIn(component).size(),
        "reason", Reasons.of(component, analysis.closure()));
  }

  private Map<String, Object> unmet(Unresolved unmet) {
    return Json.object(
        "name", unmet.name(),
        "thing", unmet.thing().id(),
        "rank", unmet.rank().name().toLowerCase(Locale.ROOT),
        "reach", unmet.reach().name().toLowerCase(Locale.ROOT),
        "accepted", analysis.isAccepted(unmet),
        "advice", Optional.of(analysis.advice(unmet)).filter(a -> !a.isEmpty()),
        "askedBy", unmet.demands().stream().map(ClosureView::asker).toList());
  }

  private static Map<String, Object> asker(Demand demand) {
    return Json.object(
        "place", demand.place(),
        "component", demand.asker().map(i -> i.component().name()),
        "how", demand.how().id(),
        "strength", demand.strength().name().toLowerCase(Locale.ROOT),
        "excuse", Optional.of(demand.excuse()).filter(e -> !e.isEmpty()));
  }
}
