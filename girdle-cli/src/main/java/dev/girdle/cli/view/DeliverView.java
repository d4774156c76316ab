package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.depot.Delivery;
import dev.girdle.io.Sizes;

/**
 * Shows what was delivered.
 *
 * @param outcome what came of it
 * @param isAmended whether only something was said anew
 */
public record DeliverView(Delivery.Outcome outcome, boolean isAmended) implements View {
  @Override
  public void print(Console console) {
    Table table = new Table("ll");
    if (!outcome.kinds().isEmpty()) {
      table.row("what", String.join(", ", outcome.kinds()));
    }
    table.row("digest", outcome.digest());
    if (!isAmended) {
      table.row("sent", sent());
    }
    if (outcome.signedBy() != null) {
      table.row("signed by", outcome.signedBy());
    }
    table.print(console, false);
    console.gap();
    printQuiet(console);
  }

  private String sent() {
    String sent = Sizes.of(outcome.sentBytes()) + " of " + Sizes.of(outcome.bytes());
    if (outcome.sentBytes() == 0) {
      return sent + "; the depot had all of it";
    }
    long had = outcome.bytes() - outcome.sentBytes();
    return had == 0 ? sent : sent + "; the depot had the other " + Sizes.of(had);
  }

  @Override
  public void printQuiet(Console console) {
    String done =
        isAmended ? "Said anew: " : outcome.wasThere() ? "Was there already: " : "Delivered: ";
    console.line(
        console.paint(Paint.GOOD, done)
            + outcome.name()
            + "@"
            + outcome.release()
            + ". See it: girdle releases "
            + outcome.name()
            + (isAmended ? "@" + outcome.release() : ""));
  }

  @Override
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "name", outcome.name(),
            "release", outcome.release(),
            "digest", outcome.digest(),
            "artifacts", outcome.kinds(),
            "bytes", outcome.bytes(),
            "sentBytes", outcome.sentBytes(),
            "parts", outcome.parts(),
            "sentParts", outcome.sentParts(),
            "wasThere", outcome.wasThere(),
            "signedBy", outcome.signedBy()));
  }
}
