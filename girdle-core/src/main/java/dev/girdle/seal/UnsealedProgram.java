package dev.girdle.seal;

import dev.girdle.app.Application;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.place.Folders;
import dev.girdle.place.TemporaryFolder;
import dev.girdle.plan.Rehearsal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** An application as it was handed over, laid out to be run on this machine. */
final class UnsealedProgram implements AutoCloseable {
  /** Where it lies in the folder for all of this. */
  private static final String PLACE = "application";

  private final TemporaryFolder folder;
  private final List<String> start;
  private final Map<String, String> environment;
  private final Optional<Path> startedIn;

  private UnsealedProgram(
      TemporaryFolder folder,
      List<String> start,
      Map<String, String> environment,
      Optional<Path> startedIn) {
    this.folder = folder;
    this.start = start;
    this.environment = environment;
    this.startedIn = startedIn;
  }

  /**
   * Lays it out.
   *
   * @param language its language
   * @param application with an entry point; may be closed afterwards
   * @return to be closed once it is not run any more
   * @throws IOException if something cannot be read or written
   */
  static UnsealedProgram of(Ecosystem language, Application application) throws IOException {
    TemporaryFolder folder = TemporaryFolder.called("girdle-original");
    try {
      Path place = Files.createDirectories(folder.path().resolve(PLACE));
      LaunchSpec main = application.starts().get(0);
      return new UnsealedProgram(
          folder,
          language.startUnsealed(application, place),
          main.environment(),
          language.startedIn().map(place::resolve));
    } catch (IOException | RuntimeException e) {
      folder.close();
      throw e;
    }
  }

  /** An existing folder, in which all of this lies. */
  Path folder() {
    return folder.path();
  }

  /** Where it lies itself. */
  Path place() {
    return folder.path().resolve(PLACE);
  }

  /** Started in a folder of its own; nothing is started yet. */
  ProcessBuilder process(Rehearsal rehearsal) throws IOException {
    List<String> words = new ArrayList<>(start);
    words.addAll(rehearsal.arguments());
    Path work = Files.createTempDirectory(folder.path(), "work");
    Optional<Path> given = rehearsal.folder().or(() -> startedIn);
    if (given.isPresent()) {
      Folders.copy(given.get(), work);
    }
    ProcessBuilder builder = new ProcessBuilder(words).directory(work.toFile());
    environment.forEach(builder.environment()::putIfAbsent);
    return builder;
  }

  @Override
  public void close() throws IOException {
    folder.close();
  }
}
