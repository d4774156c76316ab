package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.io.Sizes;
import dev.girdle.report.Picture;

/**
 * Tells what was drawn.
 *
 * @param picture what it shows
 * @param place where it lies
 * @param isDrawing whether it is the map of sizes alone
 * @param bytes its size
 */
public record ReportView(Picture picture, String place, boolean isDrawing, long bytes)
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
    table.row("goes along", Sizes.of(picture.bytes(true)), "");
    table.row("stays behind", Sizes.of(picture.bytes(false)), "");
    table.row("shown", Integer.toString(picture.pieces().size()), "items, each with its reason");
    if (!picture.editions().isEmpty()) {
      table.row(
          "compared", Integer.toString(picture.editions().size()), "artifacts in the same folder");
    }
    table.print(console, false);
    if (picture.missing() > 0) {
      console.line(
          console.paint(
              Paint.BAD,
              SurveyView.count(picture.missing(), "thing") + " needed and missing: see the page."));
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
            "name", picture.subject().name(),
            "release", picture.subject().release(),
            "parts", picture.parts().size(),
            "items", picture.pieces().size(),
            "inBytes", picture.bytes(true),
            "leftBytes", picture.bytes(false),
            "missing", picture.missing(),
            "artifacts", picture.editions().size()));
  }
}
