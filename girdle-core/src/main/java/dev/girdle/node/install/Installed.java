package dev.girdle.node.install;

import dev.girdle.app.Item;
import dev.girdle.io.Few;
import dev.girdle.io.Paths;
import dev.girdle.node.install.LockFile.Locked;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.node.tree.ModuleTree;
import dev.girdle.node.tree.Resolution;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What is installed of an application's packages, held against its lock file. */
public final class Installed {
  private static final int MOST = 6;

  private final ModuleTree tree;
  private final NpmCache cache;
  private final List<String> problems = new ArrayList<>();
  private final Optional<LockFile> lock;

  /**
   * Reads the lock file, if there is one.
   *
   * @param tree its files
   * @param cache what npm has fetched before
   */
  public Installed(ModuleTree tree, NpmCache cache) {
    this.tree = tree;
    this.cache = cache;
    this.lock = tree.file(LockFile.NAME).flatMap(this::read);
  }

  private Optional<LockFile> read(Item file) {
    try {
      return LockFile.of(file.content());
    } catch (IOException e) {
      problems.add(LockFile.NAME + " cannot be read, so nothing is held against it");
      return Optional.empty();
    }
  }

  /**
   * What was to be installed and is not, or in another release.
   *
   * @return sentences for the user
   */
  public List<String> notices() {
    List<String> notices = new ArrayList<>(problems);
    if (lock.isEmpty()) {
      return notices;
    }
    List<String> absent = new ArrayList<>();
    List<String> others = new ArrayList<>();
    lock.get()
        .packages()
        .forEach(
            (place, locked) -> {
              Optional<String> there = tree.description(place).flatMap(PackageJson::version);
              if (there.isEmpty() && !locked.isForDevelopment() && !locked.isOptional()) {
                absent.add(nameOf(place) + " " + locked.version());
              } else if (there.isPresent() && !there.get().equals(locked.version())) {
                others.add(nameOf(place) + " (" + there.get() + ", not " + locked.version() + ")");
              }
            });
    if (!absent.isEmpty()) {
      notices.add(
          LockFile.NAME + " has what is not installed: " + some(absent) + "; npm ci installs it");
    }
    if (!others.isEmpty()) {
      notices.add(
          "installed in another release than "
              + LockFile.NAME
              + " has: "
              + some(others)
              + "; npm ci installs what it has");
    }
    return notices;
  }

  private static String nameOf(String place) {
    return place.substring(place.lastIndexOf("node_modules/") + "node_modules/".length());
  }

  private static String some(List<String> all) {
    return Paths.printable(Few.of(all, MOST));
  }

  /**
   * Where packages can be had.
   *
   * @param names what modules or packages are called that are missing
   * @return for those of which something is known, a few words
   */
  public Map<String, String> whereabouts(Collection<String> names) {
    Map<String, String> found = new LinkedHashMap<>();
    for (String name : names) {
      Resolution.packageOf(name).flatMap(this::whereabouts).ifPresent(w -> found.put(name, w));
    }
    return found;
  }

  private Optional<String> whereabouts(String name) {
    for (String path : tree.files().keySet()) {
      boolean isOwn = path.endsWith("/" + PackageJson.NAME) && !path.contains("node_modules/");
      String folder = isOwn ? ModuleTree.folder(path) : "";
      if (isOwn
          && tree.description(folder).flatMap(PackageJson::name).filter(name::equals).isPresent()) {
        return Optional.of(folder + " is the package of that name: npm install links it");
      }
    }
    Optional<Locked> locked = lock.flatMap(l -> l.called(name));
    if (locked.isPresent()) {
      String release = name + " " + locked.get().version();
      return Optional.of(
          cache.holds(locked.get().integrity())
              ? LockFile.NAME + " has " + release + ", and npm keeps it here: npm ci --offline"
              : LockFile.NAME + " has " + release + ": npm ci");
    }
    return Optional.empty();
  }
}
