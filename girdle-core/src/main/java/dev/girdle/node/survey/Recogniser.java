package dev.girdle.node.survey;

import dev.girdle.ecosystem.Recognition;
import dev.girdle.ecosystem.Recognition.Certainty;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Whether something looks like a Node.js application, by its description and names of files. */
public final class Recogniser {
  private static final long LARGEST = 8 << 20;
  private static final List<String> USUAL = List.of("index.js", "server.js", "app.js", "main.js");

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
      return app.getFileName().toString().matches(".*\\.[cm]?js")
          ? Optional.of(new Recognition(Certainty.CERTAIN, "it is a script of JavaScript"))
          : Optional.empty();
    }
    Path description = app.resolve(PackageJson.NAME);
    if (!Files.isRegularFile(description)) {
      return holdsScripts(app)
          ? Optional.of(new Recognition(Certainty.POSSIBLE, "it holds scripts of JavaScript"))
          : Optional.empty();
    }
    // many projects of other languages have one for the tools of their pages
    return Optional.of(
        canBeStarted(app, description)
            ? new Recognition(Certainty.LIKELY, "it has a package.json that says what is started")
            : new Recognition(Certainty.POSSIBLE, "it has a package.json"));
  }

  private static boolean holdsScripts(Path app) {
    try (Stream<Path> all = Files.list(app)) {
      return all.anyMatch(f -> f.toString().matches(".*\\.[cm]?js"));
    } catch (IOException e) {
      return false; // whoever reads it next tells why
    }
  }

  private static boolean canBeStarted(Path app, Path description) {
    try {
      if (Files.size(description) > LARGEST) {
        return false;
      }
      PackageJson said = PackageJson.of(Files.readAllBytes(description));
      return said.text("main").isPresent()
          || !said.commands().isEmpty()
          || !said.exports().isMissingNode()
          || said.startScript().filter(s -> s.matches("(.*\\s)?node\\s.*")).isPresent()
          || USUAL.stream().anyMatch(name -> Files.isRegularFile(app.resolve(name)));
    } catch (IOException e) {
      return true; // survey tells what is wrong with it
    }
  }
}
