package dev.girdle.cli;

import dev.girdle.cli.man.ManPages;
import dev.girdle.cli.view.Console;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.Writer;
import java.nio.file.Path;
import java.util.Map;

/** Writes the manual pages; the build runs it. */
public final class Manual {
  private Manual() {}

  /**
   * Writes one page for each command.
   *
   * @param args the folder that they go to
   * @throws IOException if one cannot be written
   */
  public static void main(String[] args) throws IOException {
    PrintWriter nowhere = new PrintWriter(Writer.nullWriter());
    Console console = new Console(nowhere, nowhere, false, false, 0);
    ManPages.write(
        Main.commandLine(new Context(console, false, Map.of())),
        Context.release(),
        Path.of(args[0]));
  }
}
