package dev.girdle.nativeprogram.survey;

import dev.girdle.ecosystem.Recognition;
import dev.girdle.ecosystem.Recognition.Certainty;
import dev.girdle.io.FolderTree;
import dev.girdle.nativeprogram.linkage.Command;
import dev.girdle.nativeprogram.linkage.Runner;
import dev.girdle.nativeprogram.linkage.Runners;
import dev.girdle.plan.Entry;
import dev.girdle.plan.Source;
import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.stream.Stream;

/** Whether a program of the system is to run what lies in a folder. */
public final class CommandRecogniser {
  private static final int MOST_FILES = 400;

  private CommandRecogniser() {}

  /**
   * Looks at an application.
   *
   * @param source what the user has built
   * @return certain if the user names a command of several words; else hardly, by a script that
   *     says what runs it; empty if there is neither
   */
  public static Optional<Recognition> recognise(Source source) {
    Path app = source.app();
    if (!Files.isDirectory(app)) {
      return Optional.empty();
    }
    RootFolder root = new RootFolder(Path.of("/"));
    for (Entry entry : source.entries()) {
      Optional<Command> command =
          entry.start().strip().contains(" ") && !Files.exists(app.resolve(entry.start()))
              ? Command.of(entry.start(), p -> Files.isRegularFile(app.resolve(p)), root)
              : Optional.empty();
      if (command.isPresent()) {
        return Optional.of(
            new Recognition(
                Certainty.CERTAIN, "its entry is a command for " + command.get().program()));
      }
    }
    try (Stream<Path> list = Files.list(app)) {
      for (Path file : list.limit(MOST_FILES).sorted().toList()) {
        Optional<Runner> runner =
            Files.isRegularFile(file) && Files.isExecutable(file)
                ? Runners.of(FolderTree.content(file), false, root)
                : Optional.empty();
        if (runner.isPresent() && root.file(runner.get().program()).isPresent()) {
          return Optional.of(
              new Recognition(
                  Certainty.HARDLY,
                  file.getFileName() + " is a script that is run by " + runner.get().program()));
        }
      }
    } catch (IOException e) {
      return Optional.empty(); // whoever reads it next tells why
    }
    return Optional.empty();
  }
}
