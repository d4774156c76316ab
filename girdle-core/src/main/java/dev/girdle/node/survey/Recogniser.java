package dev.girdle.node.survey;

import dev.girdle.ecosystem.Recognition;
import dev.girdle.ecosystem.Recognition.Certainty;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.plan.Source;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/** Whether something looks like a Node.js application, by names of files alone. */
public final class Recogniser {
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
    if (!Files.isRegularFile(app.resolve(PackageJson.NAME))) {
      return Optional.empty();
    }
    return Optional.of(
        Files.isDirectory(app.resolve("node_modules"))
            ? new Recognition(Certainty.CERTAIN, "it has a package.json and node_modules")
            : new Recognition(Certainty.LIKELY, "it has a package.json"));
  }
}
