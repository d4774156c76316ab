package dev.girdle.fetch;

import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.GirdleException;
import dev.girdle.place.Scratch;
import dev.girdle.place.WholeFile;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Fetches files from the repositories that the user named, in their order, and keeps them. Each
 * file is fetched once, verified, and written whole or not at all. Safe for use by several threads.
 */
public final class Fetcher {
  private final List<Repository> repositories;
  private final Path cache;
  private final Progress progress;
  private final Map<String, String> troubles = new ConcurrentHashMap<>();
  private final Set<String> unverified = ConcurrentHashMap.newKeySet();
  private final Map<String, Object> locks = new ConcurrentHashMap<>();
  private int fetched;

  /**
   * Prepares to fetch.
   *
   * @param repositories where from; empty if nothing may be asked
   * @param cache the folder in which files are kept by their paths
   * @param progress is told of each file that is fetched
   */
  public Fetcher(List<Repository> repositories, Path cache, Progress progress) {
    this.repositories = List.copyOf(repositories);
    this.cache = cache;
    this.progress = progress;
  }

  /**
   * The repository at an address.
   *
   * @param address as the user gave it: {@code https:} or {@code file:}
   * @param environment the environment variables, for name and password
   * @return the repository; nobody has asked it for anything yet
   * @throws GirdleException if it is no such address
   */
  public static Repository repository(String address, Map<String, String> environment) {
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

  /**
   * Whether anything but this machine can be asked.
   *
   * @return false if there are no repositories
   */
  public boolean isConnected() {
    return !repositories.isEmpty();
  }

  /**
   * What went wrong with repositories.
   *
   * @return by the file that was asked for; grows while files are fetched
   */
  public Map<String, String> troubles() {
    return troubles;
  }

  /**
   * Files for which their repository has no checksum.
   *
   * @return each with its repository; grows while files are fetched
   */
  public Set<String> unverified() {
    return unverified;
  }

  /**
   * A file that is kept from then on.
   *
   * @param path where it lies in repositories
   * @param as where it is kept in the cache
   * @return the kept file; empty if no repository has it or can be asked
   */
  public Optional<Path> kept(String path, String as) {
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

  /**
   * A small file that differs from repository to repository and from day to day, so that it is not
   * kept: a list of releases.
   *
   * @param path where it lies in repositories
   * @param key under which troubles with it are told
   * @return what each repository that has it says, in their order
   */
  public List<byte[]> each(String path, String key) {
    List<byte[]> found = new ArrayList<>();
    for (Repository repository : repositories) {
      Path file = Scratch.path("");
      try {
        if (repository.fetch(path, file).isPresent()) {
          found.add(Files.readAllBytes(file));
        }
        Files.deleteIfExists(file);
      } catch (IOException e) {
        troubles.put(key, e.getMessage());
      }
    }
    return found;
  }
}
