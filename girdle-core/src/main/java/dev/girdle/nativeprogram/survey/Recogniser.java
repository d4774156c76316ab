package dev.girdle.nativeprogram.survey;

import dev.girdle.ecosystem.Recognition;
import dev.girdle.ecosystem.Recognition.Certainty;
import dev.girdle.io.FolderTree;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Whether something looks like a native program: by the heads of files where programs lie. */
public final class Recogniser {
  private static final int MOST_FILES = 400;
  private static final int MOST_PATHS = 4000;
  private static final int DEEPEST = 4;
  private static final List<String> FOLDERS = List.of("", "bin", "Contents/MacOS");

  private Recogniser() {}

  /**
   * Looks at an application.
   *
   * @param source what the user has built
   * @return how sure it is, and why; empty if it does not look like one
   */
  public static Optional<Recognition> recognise(Source source) {
    Path app = source.app();
    if (Files.isRegularFile(app)) {
      return program(app)
          .map(
              p ->
                  new Recognition(
                      p.isScript() ? Certainty.POSSIBLE : Certainty.CERTAIN, "it is " + p.text()));
    }
    for (String folder : FOLDERS) {
      Optional<Recognition> found = first(app, files(app.resolve(folder)), Certainty.LIKELY);
      if (found.isPresent()) {
        return found;
      }
    }
    return first(app, below(app), Certainty.POSSIBLE); // what came packed lies deeper
  }

  private static Optional<Recognition> first(Path app, List<Path> files, Certainty certainty) {
    for (Path file : files) {
      Optional<Programs> found = program(file);
      if (found.isPresent() && !found.get().isScript()) {
        String name = app.relativize(file).toString();
        return Optional.of(new Recognition(certainty, name + " is " + found.get().text()));
      }
    }
    return Optional.empty();
  }

  private static List<Path> below(Path app) {
    try (Stream<Path> all = Files.walk(app, DEEPEST)) {
      return all.limit(MOST_PATHS).filter(Files::isRegularFile).sorted().toList();
    } catch (IOException | UncheckedIOException e) {
      return List.of(); // whoever reads it next tells why
    }
  }

  private static Optional<Programs> program(Path file) {
    try {
      return Programs.of(file.getFileName().toString(), FolderTree.content(file));
    } catch (IOException e) {
      return Optional.empty(); // whoever reads it next tells why
    }
  }

  private static List<Path> files(Path folder) {
    List<Path> all = new ArrayList<>();
    if (Files.isDirectory(folder)) {
      try (Stream<Path> list = Files.list(folder)) {
        list.filter(Files::isRegularFile).limit(MOST_FILES).sorted().forEach(all::add);
      } catch (IOException e) {
        all.clear();
      }
    }
    return all;
  }
}
