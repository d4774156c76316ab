package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.io.Sizes;
import dev.girdle.report.ReportModel;

/**
 * Tells what was drawn.
 *
 * @param model what it shows
 * @param place where it lies
 * @param isDrawing whether it is the map of sizes alone
 * @param bytes its size
 */
public record ReportView(ReportModel model, String place, boolean isDrawing, long bytes)
    implements View {
  @Override
  public void print(Console console) {
    console.line(
        console.paint(Paint.STRONG, place)
            + "  "
            + Sizes.of(bytes)
            + (isDrawing
                ? ", the map of sizes"
                : ", one page that needs nothing else; open it in a browser"));
    Table table = new Table("lrl");
    table.row("goes along", Sizes.of(model.bytes(true)), "");
    table.row("stays behind", Sizes.of(model.bytes(false)), "");
    table.row("shown", Integer.toString(model.pieces().size()), "items, each with its reason");
    if (!model.editions().isEmpty()) {
      table.row(
          "compared",
          Integer.toString(model.editions().size()),
          "artifacts of this and other releases");
    }
    table.print(console, false);
    if (model.missing() > 0) {
      console.line(
          console.paint(
              Paint.BAD,
              SurveyView.count(model.missing(), "thing") + " needed and missing: see the page."));
    }
  }

  @Override
  public void printQuiet(Console console) {
    console.line("Drew " + place + ", " + Sizes.of(bytes) + ".");
  }

  /**
   * Prints JSON, of the shape of {@code docs/schema/report.schema.json}.
   *
   * @param console where to
   */
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "place", place,
            "kind", isDrawing ? "map" : "page",
            "bytes", bytes,
            "name", model.subject().name(),
            "release", model.subject().release(),
            "parts", model.parts().size(),
            "items", model.pieces().size(),
            "inBytes", model.bytes(true),
            "leftBytes", model.bytes(false),
            "missing", model.missing(),
            "artifacts", model.editions().size()));
  }
}
