package dev.girdle.fetch;

import dev.girdle.ecosystem.Progress;
import dev.girdle.place.Scratch;
import dev.girdle.place.WholeFile;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;

/**
 * Fetches files from repositories, in their order, and keeps them. Each file is fetched once,
 * verified, and written whole or not at all. Safe for use by several threads.
 */
public final class Fetcher {
  private final List<Repository> repositories = new CopyOnWriteArrayList<>();
  private final Set<URI> known = new HashSet<>();
  private final Path cache;
  private final Progress progress;
  private final Map<String, String> troubles = new ConcurrentHashMap<>();
  private final Set<String> unverified = ConcurrentHashMap.newKeySet();
  private final Map<String, Object> locks = new ConcurrentHashMap<>();
  private int fetched;

  /**
   * Prepares to fetch.
   *
   * @param addresses where from, in the order in which they are asked; empty if nothing may be
   *     asked
   * @param cache the folder in which files are kept by their paths
   * @param progress is told of each file that is fetched
   */
  public Fetcher(List<RepositoryAddress> addresses, Path cache, Progress progress) {
    addresses.forEach(this::ask);
    this.cache = cache;
    this.progress = progress;
  }

  /** The repository at an address; nobody has asked it for anything yet. */
  private static Repository at(RepositoryAddress address) {
    return "file".equals(address.uri().getScheme())
        ? new FolderRepository(Path.of(address.uri().getPath()))
        : new HttpRepository(address, 500);
  }

  /**
   * Asks one more repository, after the others.
   *
   * @param address where it is; nothing happens if it is asked already
   */
  public synchronized void ask(RepositoryAddress address) {
    if (known.add(address.uri())) {
      repositories.add(at(address));
    }
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
