package dev.girdle.java.maven;

import dev.girdle.ecosystem.Progress;
import dev.girdle.fetch.Fetcher;
import dev.girdle.plan.Declared;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.w3c.dom.Element;

/**
 * Finds files of libraries: first in the folders of this machine, then in the repositories that the
 * user named or allowed. What is fetched is verified, and kept in Girdle's cache folder.
 *
 * <p>Safe for use by several threads.
 */
final class Supply {
  private final List<Path> folders;
  private final Repositories repositories;
  private final Fetcher fetcher;
  private final Set<String> unasked = new TreeSet<>();

  Supply(Declared declared, Map<String, String> environment, Progress progress) {
    MavenSettings settings = MavenSettings.of(environment);
    this.folders = LocalFolders.all(environment, settings);
    // wrong addresses are told even if none of them is asked
    this.repositories = new Repositories(declared, settings, environment);
    this.fetcher = new Fetcher(repositories.named(), folders.get(folders.size() - 1), progress);
  }

  /** The user's local repository; it may not exist. */
  Path localRepository() {
    return folders.get(0);
  }

  /** From now on, asks the repositories that a description names too, if the user allows it. */
  void ask(List<Pom.Repository> named) {
    repositories.of(named, unasked).forEach(fetcher::ask);
  }

  /** Repositories that are not asked though descriptions name them, each with why. */
  Set<String> unasked() {
    return unasked;
  }

  /** Whether anything but this machine can be asked. */
  boolean isConnected() {
    return fetcher.isConnected();
  }

  /** What went wrong with repositories, by the file that was asked for. */
  Map<String, String> troubles() {
    return fetcher.troubles();
  }

  /** Files for which their repository has no checksum. */
  Set<String> unverified() {
    return fetcher.unverified();
  }

  /** A file of a library. */
  Optional<Path> file(Coordinates coordinates) {
    if (!coordinates.isFit()) {
      return Optional.empty();
    }
    String path = coordinates.folder() + coordinates.fileName();
    return local(path)
        .or(() -> isSnapshot(coordinates) ? snapshot(coordinates) : Optional.empty())
        .or(() -> fetcher.kept(path, path));
  }

  private static boolean isSnapshot(Coordinates coordinates) {
    return coordinates.version().endsWith("-SNAPSHOT");
  }

  private Optional<Path> local(String path) {
    return folders.stream().map(f -> f.resolve(path)).filter(Files::isRegularFile).findFirst();
  }

  /** The newest file of a version in the making (Maven repository metadata, "snapshotVersions"). */
  private Optional<Path> snapshot(Coordinates c) {
    Optional<Element> metadata = metadata(c.folder()).stream().findFirst();
    Element versioning = metadata.map(m -> PomReader.child(m, "versioning")).orElse(null);
    for (Element entry :
        PomReader.children(PomReader.child(versioning, "snapshotVersions"), "snapshotVersion")) {
      String classifier = String.valueOf(PomReader.text(entry, "classifier"));
      boolean sameClassifier =
          classifier.equals("null")
              ? c.realClassifier().isEmpty()
              : classifier.equals(c.realClassifier());
      if (sameClassifier && c.extension().equals(PomReader.text(entry, "extension"))) {
        String value = PomReader.text(entry, "value");
        String name = c.fileName(value, c.realClassifier(), c.extension());
        return value.matches("[A-Za-z0-9_.+-]+")
            ? fetcher.kept(c.folder() + name, c.folder() + c.fileName())
            : Optional.empty();
      }
    }
    return Optional.empty();
  }

  /** All versions of a library that are known, here and in the repositories. */
  Set<String> versions(Coordinates coordinates) {
    Set<String> versions = new TreeSet<>();
    for (Path folder : folders) {
      Path library = folder.resolve(coordinates.libraryFolder());
      if (Files.isDirectory(library)) {
        try (Stream<Path> children = Files.list(library)) {
          children
              .filter(Files::isDirectory)
              .filter(v -> hasFiles(v, coordinates))
              .forEach(v -> versions.add(v.getFileName().toString()));
        } catch (IOException e) {
          continue; // a folder that cannot be listed offers nothing
        }
      }
    }
    for (Element metadata : metadata(coordinates.libraryFolder())) {
      Element versioning = PomReader.child(metadata, "versioning");
      PomReader.children(PomReader.child(versioning, "versions"), "version")
          .forEach(v -> versions.add(v.getTextContent().strip()));
    }
    return versions;
  }

  private static boolean hasFiles(Path folder, Coordinates coordinates) {
    String version = folder.getFileName().toString();
    return Files.isRegularFile(folder.resolve(coordinates.artifact() + "-" + version + ".pom"));
  }

  private List<Element> metadata(String folder) {
    List<Element> found = new ArrayList<>();
    for (byte[] metadata : fetcher.each(folder + "maven-metadata.xml", folder)) {
      try {
        found.add(PomReader.parse(metadata));
      } catch (IOException e) {
        fetcher.troubles().put(folder, e.getMessage());
      }
    }
    return found;
  }
}
