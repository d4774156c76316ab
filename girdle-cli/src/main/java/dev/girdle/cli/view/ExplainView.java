package dev.girdle.cli.view;

import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.cli.view.Console.Paint;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Rank;
import dev.girdle.closure.Reasons;
import dev.girdle.closure.Strength;
import dev.girdle.io.Sizes;
import dev.girdle.seal.Explanation;
import java.util.List;
import java.util.Map;

/**
 * Shows why something is in, out, or missing.
 *
 * @param explanations one for each thing that was meant
 */
public record ExplainView(List<Explanation> explanations) implements View {
  private static final int SHOWN_ASKERS = 5;

  @Override
  public void print(Console console) {
    boolean first = true;
    for (Explanation explanation : explanations) {
      if (!first) {
        console.gap();
      }
      first = false;
      String subject = console.paint(Paint.STRONG, explanation.subject());
      console.line(subject + " " + verdict(explanation));
      chain(console, explanation);
      if (explanation instanceof Explanation.Missing missing) {
        others(console, "It is also asked for by", missing.unmet().demands(), 1);
      } else if (explanation instanceof Explanation.LeftOut out) {
        others(console, "Only things that are not needed themselves ask for it", out.askers(), 0);
      } else if (explanation instanceof Explanation.Unreached item) {
        others(console, "Only things that are not needed themselves ask for it", item.askers(), 0);
      }
    }
  }

  private static String verdict(Explanation explanation) {
    if (explanation instanceof Explanation.Reached reached) {
      return "is in. " + whereFrom(reached.item());
    }
    if (explanation instanceof Explanation.Unreached item) {
      String where = item.item().component().origin();
      return item.kept()
          ? "goes along with " + where + ": " + item.why() + "."
          : "is left out of " + where + ": " + item.why() + ".";
    }
    if (explanation instanceof Explanation.Kept kept) {
      int items = kept.component().items().size();
      return "is in. "
          + kept.reached()
          + " of its "
          + SurveyView.count(items, "item")
          + (kept.reached() == 0
              ? " are reached, but nothing is to be pruned."
              : " are reached, first in this way:");
    }
    if (explanation instanceof Explanation.LeftOut out) {
      return "is left out, "
          + Sizes.of(out.ballast().bytes())
          + ": "
          + out.ballast().reason()
          + ".";
    }
    if (explanation instanceof Explanation.Missing missing) {
      String advice = missing.advice();
      return "is missing. "
          + howSure(missing.unmet().rank())
          + (advice.isEmpty() ? ":" : " (" + advice + "):");
    }
    Explanation.Aside aside = (Explanation.Aside) explanation;
    return "is not taken for a part of the program: " + aside.aside().takenFor() + ".";
  }

  private static String howSure(Rank rank) {
    return switch (rank) {
      case NEEDED -> "The program needs it";
      case PERHAPS -> "The program needs it if it comes there, which nobody can tell";
      case PREPARED -> "The program is prepared for its absence";
      case HINTED -> "It is mentioned only where its absence does no harm";
    };
  }

  private static String whereFrom(Item item) {
    if (item.component().role() == Role.RUNTIME) {
      return "It comes with " + item.component().name() + ".";
    }
    String origin = item.component().origin();
    return origin.equals(".") ? "It is your own." : "It lies in " + origin + ".";
  }

  private static List<Demand> chainOf(Explanation explanation) {
    if (explanation instanceof Explanation.Reached reached) {
      return reached.chain();
    }
    if (explanation instanceof Explanation.Kept kept) {
      return kept.chain();
    }
    return explanation instanceof Explanation.Missing missing ? missing.chain() : List.of();
  }

  private static void chain(Console console, Explanation explanation) {
    Table table = new Table("rl");
    int number = 1;
    for (Demand demand : chainOf(explanation)) {
      table.row(Integer.toString(number++), Reasons.sentence(demand) + note(demand));
    }
    table.print(console, false);
  }

  private static String note(Demand demand) {
    if (demand.strength() == Strength.HARD) {
      return "";
    }
    return demand.excuse().isEmpty() ? "" : " (" + demand.excuse() + ")";
  }

  private static void others(Console console, String title, List<Demand> demands, int from) {
    if (demands.size() <= from) {
      return;
    }
    console.line("  " + title + ":");
    Table table = new Table("ll");
    demands.stream()
        .skip(from)
        .limit(SHOWN_ASKERS)
        .forEach(d -> table.row("", Reasons.sentence(d)));
    table.print(console, false);
    if (demands.size() - from > SHOWN_ASKERS) {
      console.line("    … and " + (demands.size() - from - SHOWN_ASKERS) + " more");
    }
  }

  /**
   * Prints JSON, of the shape of {@code docs/schema/explain.schema.json}.
   *
   * @param console where to
   */
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object("explanations", explanations.stream().map(ExplainView::json).toList()));
  }

  private static Map<String, Object> json(Explanation explanation) {
    return Json.object(
        "subject",
        explanation.subject(),
        "state",
        state(explanation),
        "verdict",
        explanation.subject() + " " + verdict(explanation),
        "chain",
        chainOf(explanation).stream()
            .map(
                d ->
                    Json.object(
                        "place", d.place(),
                        "how", d.how().id(),
                        "name", d.name(),
                        "strength", d.strength().name().toLowerCase(java.util.Locale.ROOT)))
            .toList());
  }

  private static String state(Explanation explanation) {
    if (explanation instanceof Explanation.Reached || explanation instanceof Explanation.Kept) {
      return "in";
    }
    if (explanation instanceof Explanation.Missing) {
      return "missing";
    }
    return explanation instanceof Explanation.Unreached u && u.kept() ? "unreached" : "out";
  }
}
