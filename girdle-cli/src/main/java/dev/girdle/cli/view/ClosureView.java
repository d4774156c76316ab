package dev.girdle.cli.view;

import dev.girdle.app.Component;
import dev.girdle.cli.view.Console.Paint;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Rank;
import dev.girdle.closure.Reasons;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.Unmet;
import dev.girdle.closure.Unreadable;
import dev.girdle.io.Sizes;
import dev.girdle.seal.Assessment;
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
 * @param assessment what is known about the application
 */
public record ClosureView(Assessment assessment) implements View {
  @Override
  public void print(Console console) {
    console.line(
        console.paint(Paint.STRONG, assessment.application().identity().title())
            + ", started with "
            + assessment.entry().name());
    printKept(console);
    printBallast(console);
    printUnreadable(console);
    printMissing(console, "Missing, and needed", Rank.NEEDED, Paint.BAD);
    new DoubtTable(assessment).print(console);
    printMissing(
        console, "Missing, and the program is prepared for it", Rank.PREPARED, Paint.NOTICE);
    new OpenTable(assessment).print(console);
    if (!assessment.plan().choice().evidence().isEmpty()) {
      new QuietTable(assessment).print(console);
    }
    conflicts().print(console);
    console.notices(assessment.notices());
    console.gap();
    printVerdict(console);
  }

  private ConflictTable conflicts() {
    return new ConflictTable(assessment.application(), assessment.examination().conflicts());
  }

  private void printKept(Console console) {
    console.heading(
        "Goes along: "
            + assessment.kept().size()
            + " of "
            + SurveyView.count(assessment.application().components().size(), "component")
            + ", "
            + Sizes.of(assessment.keptBytes()));
    Table table = new Table("lrrl");
    table.row("COMPONENT", "SIZE", "REACHED", "BECAUSE");
    for (Component component : assessment.kept()) {
      table.row(
          component.origin(),
          size(component),
          assessment.closure().reachedIn(component).size() + " of " + component.items().size(),
          Reasons.of(component, assessment.closure()));
    }
    table.print(console, true);
    Table runtime = new Table("ll");
    runtime.row(
        "of " + assessment.need().text() + ":", String.join(", ", assessment.runtimeModules()));
    runtime.print(console, false);
  }

  private String size(Component component) {
    String all = Sizes.of(component.size());
    return assessment.selection().isWhole(component)
        ? all
        : Sizes.of(assessment.selection().bytes(component)) + " of " + all;
  }

  private void printBallast(Console console) {
    if (assessment.ballast().isEmpty()) {
      return;
    }
    List<Ballast> whole = assessment.ballast().stream().filter(b -> b.path().isEmpty()).toList();
    int items = assessment.ballast().size() - whole.size();
    String parts = items == 0 ? "" : SurveyView.count(items, "item") + " of others, ";
    console.heading(
        "Stays behind: "
            + SurveyView.count(whole.size(), "component")
            + ", "
            + parts
            + Sizes.of(assessment.ballastBytes()));
    Table table = new Table("lrl");
    whole.forEach(b -> table.row(b.component(), Sizes.of(b.bytes()), b.reason()));
    Map<List<String>, List<Ballast>> groups = new LinkedHashMap<>();
    for (Ballast ballast : assessment.ballast()) {
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
    if (assessment.closure().unreadable().isEmpty()) {
      return;
    }
    console.heading("Needed, and not readable");
    Table table = new Table("ll");
    for (Unreadable unreadable : assessment.closure().unreadable()) {
      table.row(
          console.paint(
              Paint.BAD, unreadable.item().component().origin() + ": " + unreadable.item().path()),
          unreadable.why());
    }
    table.print(console, false);
  }

  private void printMissing(Console console, String title, Rank rank, Paint paint) {
    List<Unmet> unmet =
        assessment.closure().unmet(rank).stream()
            .filter(u -> u.reach() != Strength.HINT || rank == Rank.NEEDED)
            .toList();
    if (unmet.isEmpty()) {
      return;
    }
    console.heading(title + ": " + unmet.size());
    Map<String, List<Unmet>> groups = new TreeMap<>();
    unmet.forEach(u -> groups.computeIfAbsent(group(u), g -> new ArrayList<>()).add(u));
    groups.forEach(
        (group, members) -> {
          List<String> advice = members.stream().map(assessment::advice).distinct().toList();
          boolean same = advice.size() == 1 && !advice.get(0).isEmpty();
          console.line(
              "  "
                  + console.paint(paint, group.isEmpty() ? "(no package)" : group)
                  + (same ? "  " + advice.get(0) : ""));
          Table table = new Table("ll");
          for (Unmet u : members) {
            String own = same || assessment.advice(u).isEmpty() ? "" : "; " + assessment.advice(u);
            table.row("  " + shortName(u), askers(u) + own);
          }
          table.print(console, false);
        });
  }

  private static char separator(Unmet unmet) {
    return unmet.thing() == Thing.FILE ? '/' : '.';
  }

  private static String group(Unmet unmet) {
    int cut = unmet.name().lastIndexOf(separator(unmet));
    return cut < 0 ? "" : unmet.name().substring(0, cut);
  }

  private static String shortName(Unmet unmet) {
    return unmet.name().substring(unmet.name().lastIndexOf(separator(unmet)) + 1);
  }

  private String askers(Unmet unmet) {
    Demand first = unmet.demands().get(0);
    String more =
        unmet.demands().size() == 1
            ? ""
            : ", and " + SurveyView.count(unmet.demands().size() - 1, "more place");
    String excuse = first.excuse().isEmpty() ? "" : " (" + first.excuse() + ")";
    String accepted = assessment.acceptedBy(unmet).map(o -> " [" + o + "]").orElse("");
    return first.how().passive() + " " + first.place() + excuse + more + accepted;
  }

  private void printVerdict(Console console) {
    int faults = assessment.faults().size() + assessment.closure().unreadable().size();
    if (faults == 0) {
      console.line(
          console.paint(Paint.GOOD, "Nothing that is needed is missing.")
              + " Next: girdle seal "
              + SurveyView.words(assessment));
    } else {
      console.line(
          console.paint(Paint.BAD, SurveyView.count(faults, "thing") + " needed and missing.")
              + " Add what holds them with --with PATH, or say --missing-ok PATTERN.");
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
            "name", assessment.application().identity().name(),
            "release", assessment.application().identity().release(),
            "entryPoint", assessment.entry().name(),
            "runtime", assessment.need(),
            "runtimeModules", assessment.runtimeModules(),
            "keptBytes", assessment.keptBytes(),
            "ballastBytes", assessment.ballastBytes(),
            "kept", assessment.kept().stream().map(this::kept).toList(),
            "ballast", assessment.ballast(),
            "open", new OpenTable(assessment).json(),
            "conflicts", conflicts().json(),
            "notices", assessment.notices(),
            "seen",
                assessment.plan().choice().evidence().isEmpty()
                    ? null
                    : new QuietTable(assessment).json(),
            "unmet",
                assessment.closure().unmet().stream()
                    .filter(u -> u.rank() != Rank.HINTED)
                    .map(this::unmet)
                    .toList(),
            "unreadable",
                assessment.closure().unreadable().stream()
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
        "keptBytes", assessment.selection().bytes(component),
        "broughtBy", component.broughtBy(),
        "items", component.items().size(),
        "reached", assessment.closure().reachedIn(component).size(),
        "reason", Reasons.of(component, assessment.closure()));
  }

  private Map<String, Object> unmet(Unmet unmet) {
    return Json.object(
        "name", unmet.name(),
        "thing", unmet.thing().id(),
        "rank", unmet.rank().name().toLowerCase(Locale.ROOT),
        "reach", unmet.reach().name().toLowerCase(Locale.ROOT),
        "accepted", assessment.isAccepted(unmet),
        "advice", Optional.of(assessment.advice(unmet)).filter(a -> !a.isEmpty()),
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
