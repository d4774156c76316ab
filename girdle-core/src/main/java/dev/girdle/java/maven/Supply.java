package dev.girdle.java.maven;

import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.GirdleException;
import dev.girdle.place.Scratch;
import dev.girdle.place.WholeFile;
import dev.girdle.plan.Declared;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.w3c.dom.Element;

/**
 * Finds files of libraries: first in the folders of this machine, then in the repositories that the
 * user named. What is fetched is verified, and kept in Girdle's cache folder.
 *
 * <p>Safe for use by several threads.
 */
final class Supply {
  private final List<Path> folders;
  private final Path cache;
  private final List<Repository> repositories = new ArrayList<>();
  private final boolean offline;
  private final Progress progress;
  private final Map<String, String> troubles = new ConcurrentHashMap<>();
  private final Set<String> unverified = ConcurrentHashMap.newKeySet();
  private final Map<String, Object> locks = new ConcurrentHashMap<>();
  private int fetched;

  Supply(Declared declared, Map<String, String> environment, Progress progress) {
    this.folders = LocalFolders.all(environment);
    this.cache = folders.get(folders.size() - 1);
    this.offline = declared.offline();
    this.progress = progress;
    for (String address : declared.repositories()) {
      repositories.add(repository(address, environment));
    }
  }

  private static Repository repository(String address, Map<String, String> environment) {
    URI uri;
    try {
      uri = URI.create(address);
    } catch (IllegalArgumentException e) {
      throw GirdleException.request("--repository: not an address: " + e.getMessage());
    }
    String scheme = String.valueOf(uri.getScheme());
    return switch (scheme) {
      case "http", "https" -> new HttpRepository(uri, environment, 500);
      case "file" -> new FolderRepository(Path.of(uri.getPath()));
      default ->
          throw GirdleException.request(
              "--repository " + address + ": neither an https: nor a file: address");
    };
  }

  /** Whether anything but this machine can be asked. */
  boolean isConnected() {
    return !offline && !repositories.isEmpty();
  }

  /** What went wrong with repositories, by the file that was asked for. */
  Map<String, String> troubles() {
    return troubles;
  }

  /** Files for which their repository has no checksum. */
  Set<String> unverified() {
    return unverified;
  }

  /** A file of a library. */
  Optional<Path> file(Coordinates coordinates) {
    if (!coordinates.isFit()) {
      return Optional.empty();
    }
    String path = coordinates.folder() + coordinates.fileName();
    return local(path)
        .or(() -> isSnapshot(coordinates) ? snapshot(coordinates) : Optional.empty())
        .or(() -> remote(path, path));
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
            ? remote(c.folder() + name, c.folder() + c.fileName())
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
    if (isConnected()) {
      for (Repository repository : repositories) {
        try {
          Path file = Scratch.path(".xml");
          if (repository.fetch(folder + "maven-metadata.xml", file).isPresent()) {
            found.add(PomReader.parse(Files.readAllBytes(file)));
          }
          Files.deleteIfExists(file);
        } catch (IOException e) {
          troubles.put(folder, e.getMessage());
        }
      }
    }
    return found;
  }

  private Optional<Path> remote(String path, String as) {
    if (!isConnected()) {
      return Optional.empty();
    }
    synchronized (locks.computeIfAbsent(as, a -> new Object())) {
      Path there = cache.resolve(as);
      if (Files.isRegularFile(there)) {
        return Optional.of(there);
      }
      for (Repository repository : repositories) {
        try {
          if (fetch(repository, path, there)) {
            return Optional.of(there);
          }
        } catch (IOException e) {
          troubles.put(as, e.getMessage());
        }
      }
      return Optional.empty();
    }
  }

  private boolean fetch(Repository repository, String path, Path there) throws IOException {
    tell(path);
    return WholeFile.write(
        there,
        work -> {
          Optional<String> checksum = repository.fetch(path, work);
          if (checksum.filter(String::isEmpty).isPresent()) {
            unverified.add(path + " from " + repository.label());
          }
          return checksum.isPresent();
        });
  }

  private synchronized void tell(String path) {
    fetched++;
    progress.at("fetching " + path.substring(path.lastIndexOf('/') + 1), fetched, 0);
  }
}
