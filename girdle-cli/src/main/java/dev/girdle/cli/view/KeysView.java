package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.depot.SigningKey;
import java.nio.file.Path;

/**
 * Shows a pair of keys that was made.
 *
 * @param id what people call it
 * @param file the private one
 */
public record KeysView(String id, Path file) implements View {
  @Override
  public void print(Console console) {
    Table table = new Table("ll");
    table.row(
        file.toString(), "the private key: keep it to yourself; girdle deliver --sign " + file);
    table.row(
        SigningKey.beside(file).toString(),
        "the public key: for receivers; girdle receive --trust " + SigningKey.beside(file));
    table.print(console, false);
    console.gap();
    printQuiet(console);
  }

  @Override
  public void printQuiet(Console console) {
    console.line(console.paint(Paint.GOOD, "Made: ") + "the key " + id + ".");
  }

  @Override
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "key", id,
            "private", file.toString(),
            "public", SigningKey.beside(file).toString()));
  }
}
