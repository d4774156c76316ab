package dev.girdle.java.maven;

import dev.girdle.place.UserFolders;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.w3c.dom.Element;

/** The folders of this machine in which libraries lie in the layout of a repository. */
public final class LocalFolders {
  private LocalFolders() {}

  /**
   * The user's local repository: what {@code GIRDLE_LOCAL_REPOSITORY} names, else what the user's
   * Maven settings name, else {@code .m2/repository} in the home folder (Maven settings reference,
   * "localRepository").
   *
   * @param environment the environment variables
   * @return a folder that may not exist
   */
  public static Path repository(Map<String, String> environment) {
    String wanted = environment.getOrDefault("GIRDLE_LOCAL_REPOSITORY", "");
    if (!wanted.isEmpty()) {
      return Path.of(wanted);
    }
    Path maven = home().resolve(".m2");
    return settings(maven.resolve("settings.xml")).orElseGet(() -> maven.resolve("repository"));
  }

  private static Optional<Path> settings(Path file) {
    if (!Files.isRegularFile(file)) {
      return Optional.empty();
    }
    try {
      Element settings = PomReader.parse(Files.readAllBytes(file));
      return Optional.ofNullable(PomReader.text(settings, "localRepository"))
          .map(p -> p.replace("${user.home}", home().toString()))
          .filter(p -> !p.isEmpty() && !p.contains("${"))
          .map(Path::of);
    } catch (IOException e) {
      return Optional.empty(); // settings that cannot be read set nothing
    }
  }

  private static Path home() {
    return Path.of(System.getProperty("user.home"));
  }

  /** The folders in which a file is looked for before any repository is asked. */
  static List<Path> all(Map<String, String> environment) {
    List<Path> folders = new ArrayList<>();
    folders.add(repository(environment));
    folders.add(UserFolders.cache(environment).resolve("libraries"));
    return folders;
  }
}
