package dev.girdle.seal;

import dev.girdle.closure.Reasons;
import dev.girdle.closure.Unmet;
import dev.girdle.closure.Unreadable;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What stands in the way of sealing, all of it at once. */
final class Faults {
  private static final int SHOWN = 12;

  private Faults() {}

  static void throwIfAny(Assessment assessment) {
    List<String> lines = new ArrayList<>();
    for (Unreadable unreadable : assessment.closure().unreadable()) {
      lines.add(
          unreadable.item().component().origin()
              + ": "
              + unreadable.item().path()
              + " is needed and "
              + unreadable.why());
    }
    List<Unmet> missing = assessment.faults();
    if (!missing.isEmpty()) {
      describe(assessment, missing, lines);
      lines.add("  See all with: girdle closure " + assessment.application().source());
      lines.add("  Add what holds them with --with PATH; or, if the program does without them:");
      packages(missing).forEach((name, count) -> lines.add("    --missing-ok '" + name + ".**'"));
    }
    if (!lines.isEmpty()) {
      lines.add("Nothing was sealed.");
      throw new GirdleException(Fault.APPLICATION, lines);
    }
  }

  private static void describe(Assessment assessment, List<Unmet> missing, List<String> lines) {
    lines.add(
        missing.size()
            + (missing.size() == 1 ? " class is" : " classes are")
            + " needed and missing:");
    for (Unmet unmet : missing.subList(0, Math.min(SHOWN, missing.size()))) {
      String advice = assessment.advice(unmet);
      lines.add("  " + unmet.name() + (advice.isEmpty() ? "" : " (" + advice + ")"));
      lines.add("    " + Reasons.sentence(unmet.demands().get(0)));
    }
    if (missing.size() > SHOWN) {
      lines.add("  … and " + (missing.size() - SHOWN) + " more");
    }
  }

  private static Map<String, Integer> packages(List<Unmet> missing) {
    Map<String, Integer> packages = new LinkedHashMap<>();
    for (Unmet unmet : missing) {
      String[] parts = unmet.name().split("\\.");
      int deep = Math.min(3, parts.length - 1);
      String name = String.join(".", List.of(parts).subList(0, Math.max(1, deep)));
      packages.merge(name, 1, Integer::sum);
    }
    return packages;
  }
}
