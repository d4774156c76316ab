package dev.girdle.python.survey;

import dev.girdle.ecosystem.Recognition;
import dev.girdle.ecosystem.Recognition.Certainty;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Whether something looks like a Python application, by names of files and first lines. */
public final class Recogniser {
  private static final List<String> PROJECT =
      List.of(
          "pyproject.toml", "setup.py", "setup.cfg", "requirements.txt", "Pipfile", "manage.py");
  private static final List<String> STARTED =
      List.of("__main__.py", "main.py", "app.py", "manage.py", "run.py", "cli.py");

  private Recogniser() {}

  /**
   * Looks at an application.
   *
   * @param source what the user has built
   * @return how sure it is, and why; empty if it does not look like one
   */
  public static Optional<Recognition> recognise(Source source) {
    Path app = source.app();
    try {
      if (Files.isRegularFile(app)) {
        return file(app);
      }
      return Files.isDirectory(app) ? folder(app) : Optional.empty();
    } catch (IOException e) {
      return Optional.empty(); // whoever reads it next tells why
    }
  }

  private static Optional<Recognition> file(Path app) throws IOException {
    if (app.getFileName().toString().matches(".*\\.pyw?")) {
      return Optional.of(new Recognition(Certainty.CERTAIN, "it is a script of Python"));
    }
    return Outside.firstLine(app).matches("#!.*\\bpython[\\d.]*\\b.*")
        ? Optional.of(new Recognition(Certainty.CERTAIN, "its first line names Python"))
        : Optional.empty();
  }

  private static Optional<Recognition> folder(Path app) throws IOException {
    if (Files.isRegularFile(app.resolve("pyvenv.cfg"))) {
      return Optional.of(new Recognition(Certainty.CERTAIN, "it is an environment of Python"));
    }
    boolean holdsScripts = false;
    boolean holdsPackages = false;
    try (Stream<Path> all = Files.list(app)) {
      for (Path one : all.limit(5000).toList()) {
        String name = one.getFileName().toString();
        holdsScripts |= name.endsWith(".py") || Files.isRegularFile(one.resolve("__init__.py"));
        holdsPackages |=
            name.endsWith(".dist-info") || Files.isRegularFile(one.resolve("pyvenv.cfg"));
      }
    }
    if (holdsPackages) {
      return Optional.of(
          new Recognition(
              holdsScripts ? Certainty.CERTAIN : Certainty.LIKELY,
              "packages of Python are installed in it"));
    }
    for (String name : PROJECT) {
      if (Files.isRegularFile(app.resolve(name))) {
        return Optional.of(
            new Recognition(
                holdsScripts || name.equals("pyproject.toml")
                    ? Certainty.LIKELY
                    : Certainty.POSSIBLE,
                "it has a " + name));
      }
    }
    for (String name : STARTED) {
      if (Files.isRegularFile(app.resolve(name))) {
        return Optional.of(new Recognition(Certainty.LIKELY, "it has a " + name));
      }
    }
    return holdsScripts
        ? Optional.of(new Recognition(Certainty.POSSIBLE, "it holds scripts of Python"))
        : Optional.empty();
  }
}
