package dev.girdle.cli.view;

import dev.girdle.artifact.Recorded;
import dev.girdle.artifact.Recorded.State;
import dev.girdle.cli.view.Console.Paint;
import dev.girdle.io.Sizes;
import dev.girdle.record.Demands.Step;
import java.util.List;
import java.util.Map;

/**
 * Shows what an artifact itself tells of things.
 *
 * @param explanations one for each thing that was meant
 */
public record RecordedView(List<Recorded> explanations) implements View {
  @Override
  public void print(Console console) {
    boolean first = true;
    for (Recorded one : explanations) {
      if (!first) {
        console.gap();
      }
      first = false;
      console.line(console.paint(Paint.STRONG, one.subject()) + " " + verdict(one));
      Table table = new Table("rl");
      int number = 1;
      for (Step step : one.chain()) {
        String excuse = step.excuse().isEmpty() ? "" : " (" + step.excuse() + ")";
        table.row(Integer.toString(number++), step.sentence() + excuse);
      }
      table.print(console, false);
    }
  }

  private static String verdict(Recorded one) {
    String in = one.where().isEmpty() ? "" : " It lies in " + one.where() + ".";
    return switch (one.state()) {
      case REACHED -> "is in." + in;
      case COMPONENT ->
          "is in. "
              + one.reached()
              + " of its "
              + SurveyView.count(one.items(), "item")
              + (one.chain().isEmpty()
                  ? " are reached: " + one.why() + "."
                  : " are reached, first in this way:");
      case FILE -> "is in: " + one.why() + "." + in;
      case LEFT_OUT ->
          "was left out"
              + (one.where().isEmpty() ? "" : " of " + one.where())
              + ", "
              + Sizes.of(one.bytes())
              + ": "
              + one.why()
              + ".";
      case MISSING -> "is missing (" + one.where() + "): " + one.why() + ".";
    };
  }

  @Override
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object("explanations", explanations.stream().map(RecordedView::json).toList()));
  }

  private static Map<String, Object> json(Recorded one) {
    return Json.object(
        "subject",
        one.subject(),
        "state",
        one.isIn() ? "in" : one.state() == State.MISSING ? "missing" : "out",
        "verdict",
        one.subject() + " " + verdict(one),
        "chain",
        one.chain().stream()
            .map(
                s ->
                    Json.object(
                        "place", s.place(),
                        "how", s.how(),
                        "name", s.name(),
                        "strength", s.isHard() ? "hard" : "soft"))
            .toList());
  }
}
