package dev.girdle.cli.man;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;

/** Manual pages of a program and its commands. */
public final class ManPages {
  private ManPages() {}

  /**
   * Writes one page for the program, and one for each command.
   *
   * @param line the program
   * @param release its release
   * @param folder where they go; made if it is not there
   * @throws IOException if one cannot be written
   */
  public static void write(CommandLine line, String release, Path folder) throws IOException {
    List<CommandSpec> specs = new ArrayList<>();
    specs.add(line.getCommandSpec());
    line.getSubcommands().values().forEach(c -> specs.add(c.getCommandSpec()));
    Files.createDirectories(folder);
    for (CommandSpec spec : specs) {
      List<String> others = specs.stream().filter(s -> s != spec).map(ManualPage::name).toList();
      Files.writeString(
          folder.resolve(ManualPage.name(spec) + ".1"),
          new ManualPage(spec, release, others).text());
    }
  }
}
