package dev.girdle.cli.view;

import dev.girdle.artifact.Check;
import dev.girdle.artifact.Finding;
import dev.girdle.artifact.Finding.Grade;
import dev.girdle.cli.view.Console.Paint;
import dev.girdle.depot.receive.Receiver;
import dev.girdle.io.Sizes;
import java.nio.file.Path;
import java.util.List;

/**
 * Shows what was received.
 *
 * @param outcome what came of it
 * @param into the folder, as the user named it
 */
public record ReceiveView(Receiver.Outcome outcome, Path into) implements View {
  @Override
  public void print(Console console) {
    Table table = new Table("ll");
    table.row("what", outcome.kind() + ", " + Sizes.of(outcome.bytes()));
    table.row("place", outcome.place().toString());
    table.row("fetched", fetched());
    if (outcome.signedBy() != null) {
      table.row("signed by", outcome.signedBy() + ", which is trusted");
    }
    table.row("checked", checked(console));
    outcome.starters().forEach(s -> table.row("started by", fromHere(s)));
    if (!outcome.removed().isEmpty()) {
      table.row("removed", String.join(", ", outcome.removed()));
    }
    table.print(console, false);
    wrong().forEach(f -> console.line("  " + console.paint(Paint.BAD, f.text())));
    outcome.notices().forEach(n -> console.line("  " + console.paint(Paint.NOTICE, n)));
    console.gap();
    printQuiet(console);
  }

  /** As the user would write it here. */
  private static String fromHere(Path path) {
    Path here = Path.of("").toAbsolutePath();
    return (path.startsWith(here) ? here.relativize(path) : path).toString();
  }

  private List<Finding> wrong() {
    return outcome.check().stream()
        .flatMap(c -> c.findings().stream())
        .filter(f -> f.grade() == Grade.WRONG)
        .toList();
  }

  private String checked(Console console) {
    if (outcome.check().isEmpty()) {
      return "each part has its digest; Girdle did not make it, so no more can be said";
    }
    return wrong().isEmpty()
        ? "whole and unaltered, and runs on this machine"
        : console.paint(Paint.BAD, "whole and unaltered, and does not run on this machine:");
  }

  private String fetched() {
    if (outcome.wasThere()) {
      return "nothing of it; it lay here already";
    }
    String fetched = Sizes.of(outcome.fetchedBytes());
    return outcome.reusedBytes() == 0
        ? fetched
        : fetched + "; " + Sizes.of(outcome.reusedBytes()) + " of it were here";
  }

  @Override
  public void printQuiet(Console console) {
    String path = into.resolve("current").toString();
    if (!outcome.isCurrent()) {
      console.line(
          console.paint(Paint.BAD, "Placed, and not made current: ")
              + outcome.release()
              + (outcome.before() == null
                  ? ""
                  : "; " + path + " still leads to " + outcome.before())
              + ".");
      console.line("  Mend what is said above and receive it again, or --regardless.");
      return;
    }
    String before =
        outcome.before() == null || outcome.before().equals(outcome.release())
            ? ""
            : "; before it was " + outcome.before() + " (--back returns to it)";
    console.line(
        console.paint(Paint.GOOD, "Current: ") + outcome.release() + " in " + path + before + ".");
  }

  @Override
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "from", outcome.from(),
            "release", outcome.release(),
            "artifact", outcome.kind(),
            "place", outcome.place().toString(),
            "before", outcome.before(),
            "wasThere", outcome.wasThere(),
            "current", outcome.isCurrent(),
            "bytes", outcome.bytes(),
            "fetchedBytes", outcome.fetchedBytes(),
            "reusedBytes", outcome.reusedBytes(),
            "signedBy", outcome.signedBy(),
            "runsHere", outcome.check().map(Check::isGood),
            "problems", wrong().stream().map(Finding::text).toList(),
            "notices", outcome.notices(),
            "removed", outcome.removed(),
            "starters", outcome.starters().stream().map(Path::toString).toList()));
  }
}
