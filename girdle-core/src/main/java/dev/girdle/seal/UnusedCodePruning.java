package dev.girdle.seal;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Selection;
import dev.girdle.evidence.Evidence;
import dev.girdle.evidence.EvidenceFile;
import dev.girdle.fault.GirdleException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Leaves out what goes along and was never seen in use, on the user's word. */
public final class UnusedCodePruning {
  private static final String REASON = "quiet: never seen in use, left out by --never-quiet";

  private UnusedCodePruning() {}

  /**
   * Leaves out quiet classes.
   *
   * @param analyses what is known about the application, with evidence in its plan
   * @return the same with less in it; to be rehearsed, and not closed besides the original
   * @throws GirdleException if there is no evidence of any class
   */
  public static Analyses of(Analyses analyses) {
    Evidence evidence = EvidenceFile.read(analyses.first().plan().choice().evidence());
    Set<String> seen = evidence.code();
    if (seen.isEmpty()) {
      throw GirdleException.request(
          "--never-quiet needs evidence of what is in use, and there is none",
          "  girdle rehearse ARTIFACT --evidence FILE writes it; --evidence FILE gives it.");
    }
    return new Analyses(analyses.all().stream().map(a -> quieted(a, seen)).toList());
  }

  private static Analysis quieted(Analysis analysis, Set<String> seen) {
    Selection before = analysis.selection();
    Map<Component, Map<Item, String>> kept = new LinkedHashMap<>();
    List<Ballast> ballast = new ArrayList<>(before.ballast());
    for (Component component : before.components()) {
      Map<Item, String> items = new LinkedHashMap<>();
      before
          .items(component)
          .forEach(
              (item, reason) -> {
                if (analysis.model().isCode(item) && !seen.contains(item.name())) {
                  ballast.add(new Ballast(component.name(), item.path(), item.weight(), REASON));
                } else {
                  items.put(item, reason);
                }
              });
      kept.put(component, items);
    }
    return analysis.with(new Selection(kept, ballast));
  }
}
