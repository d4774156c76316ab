package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.depot.Delivery;
import dev.girdle.io.Sizes;

/**
 * Shows what was delivered.
 *
 * @param outcome what came of it
 */
public record DeliverView(Delivery.Outcome outcome) implements View {
  @Override
  public void print(Console console) {
    Table table = new Table("ll");
    table.row("digest", outcome.digest());
    table.row(
        "sent",
        Sizes.of(outcome.sentBytes())
            + " of "
            + Sizes.of(outcome.bytes())
            + ", "
            + outcome.sentParts()
            + " of "
            + SurveyView.count(outcome.parts(), "part")
            + (outcome.sentParts() == outcome.parts()
                ? ""
                : outcome.sentParts() == 0
                    ? "; the depot had all of it"
                    : "; the depot had the others"));
    table.print(console, false);
    console.gap();
    printQuiet(console);
  }

  @Override
  public void printQuiet(Console console) {
    console.line(
        console.paint(Paint.GOOD, outcome.wasThere() ? "Was there already: " : "Delivered: ")
            + outcome.name()
            + "@"
            + outcome.release()
            + ". See it: girdle releases "
            + outcome.name());
  }

  @Override
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "name", outcome.name(),
            "release", outcome.release(),
            "digest", outcome.digest(),
            "bytes", outcome.bytes(),
            "sentBytes", outcome.sentBytes(),
            "parts", outcome.parts(),
            "sentParts", outcome.sentParts(),
            "wasThere", outcome.wasThere()));
  }
}
