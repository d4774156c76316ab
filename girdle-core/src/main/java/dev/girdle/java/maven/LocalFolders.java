package dev.girdle.java.maven;

import dev.girdle.place.UserFolders;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

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
    return repository(environment, MavenSettings.of(environment));
  }

  private static Path repository(Map<String, String> environment, MavenSettings settings) {
    String wanted = environment.getOrDefault("GIRDLE_LOCAL_REPOSITORY", "");
    if (!wanted.isEmpty()) {
      return Path.of(wanted);
    }
    return settings
        .localRepository()
        .orElseGet(() -> MavenSettings.home().resolve(".m2/repository"));
  }

  /** The folders in which a file is looked for before any repository is asked. */
  static List<Path> all(Map<String, String> environment, MavenSettings settings) {
    List<Path> folders = new ArrayList<>();
    folders.add(repository(environment, settings));
    folders.add(UserFolders.cache(environment).resolve("libraries"));
    return folders;
  }
}
