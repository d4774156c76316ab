package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.depot.receive.Receiver;
import java.nio.file.Path;

/**
 * Shows which release is current after going back.
 *
 * @param back what came of it
 * @param into the folder, as the user named it
 */
public record BackView(Receiver.Back back, Path into) implements View {
  @Override
  public void print(Console console) {
    printQuiet(console);
    console.line(
        "  The next girdle receive takes the newest again; a certain one is named with"
            + " DEPOT/NAME@RELEASE.");
  }

  @Override
  public void printQuiet(Console console) {
    console.line(
        console.paint(Paint.GOOD, "Current: ")
            + back.release()
            + " in "
            + into.resolve("current")
            + ", again; "
            + back.before()
            + " stays beside it.");
  }

  @Override
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "release", back.release(),
            "before", back.before(),
            "place", back.place().toString()));
  }
}
