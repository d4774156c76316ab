package dev.girdle.cli.view;

import dev.girdle.app.Item;
import dev.girdle.cli.view.Console.Paint;
import dev.girdle.closure.Reasons;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.evidence.EvidenceFile;
import dev.girdle.io.Few;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Doubt;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** What is missing and perhaps needed: in few words, by what belongs together. */
record DoubtTable(Analysis analysis) {
  private static final int SHOWN = 10;
  private static final int NAMED = 6;

  void print(Console console) {
    List<Doubt> all = analysis.doubts();
    List<Doubt> likely = all.stream().filter(d -> d.reach() != Strength.HINT).toList();
    List<Doubt> unlikely = all.stream().filter(d -> d.reach() == Strength.HINT).toList();
    if (!likely.isEmpty()) {
      console.heading(
          "Missing, and perhaps needed: "
              + likely.size()
              + ", the likeliest first; stops nothing"
              + notMissed(EvidenceFile.read(analysis.plan().choice().evidence()).rehearsals()));
      for (Doubt doubt : likely.subList(0, Math.min(SHOWN, likely.size()))) {
        console.line(
            "  "
                + console.paint(Paint.NOTICE, doubt.family())
                + "  "
                + what(doubt)
                + advice(doubt));
        console.line("    " + Reasons.sentence(doubt.first()));
      }
      if (likely.size() > SHOWN) {
        console.line("  … and " + names(likely.subList(SHOWN, likely.size())));
      }
    }
    if (!unlikely.isEmpty()) {
      console.line(
          "  Asked for only by code that nothing is known to reach: " + names(unlikely) + ".");
    }
  }

  /** Empty if nobody has tried. */
  static String notMissed(int rehearsals) {
    return rehearsals == 0 ? "" : "; not missed in " + SurveyView.count(rehearsals, "rehearsal");
  }

  private static String names(List<Doubt> doubts) {
    return Few.of(doubts.stream().map(Doubt::family).toList(), NAMED);
  }

  private static String what(Doubt doubt) {
    if (doubt.things().stream().allMatch(t -> t.thing() == Thing.LIBRARY)) {
      return "a library of which nothing is there";
    }
    int things = doubt.things().size();
    Set<String> kinds =
        doubt.things().stream().map(t -> t.thing().label()).collect(Collectors.toSet());
    String kind = kinds.size() == 1 ? kinds.iterator().next() : "thing";
    long askers =
        doubt.things().stream()
            .flatMap(t -> t.demands().stream())
            .map(d -> d.asker().map(Item::component).orElse(null))
            .filter(Objects::nonNull)
            .distinct()
            .count();
    return SurveyView.count(things, kind, kind.endsWith("s") ? kind + "es" : kind + "s")
        + ", for "
        + SurveyView.count(doubt.places(), "place")
        + " in "
        + SurveyView.count((int) askers, "component");
  }

  private String advice(Doubt doubt) {
    Optional<String> known =
        doubt.things().stream().map(analysis::advice).filter(a -> !a.isEmpty()).findFirst();
    return known.map(a -> "; " + a).orElse("");
  }
}
