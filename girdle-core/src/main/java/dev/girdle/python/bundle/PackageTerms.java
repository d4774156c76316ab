package dev.girdle.python.bundle;

import dev.girdle.io.FolderTree;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.system.PackageDatabase;
import dev.girdle.system.RootFolder;
import dev.girdle.system.SystemPackage;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * The packages of this machine of which something goes along, and the terms that they stand under.
 */
final class PackageTerms {
  private final RootFolder root;
  private final PackageDatabase database;
  private final String folder;
  private final TreeMap<String, LayoutFile> terms = new TreeMap<>();

  /**
   * Prepares.
   *
   * @param root this machine
   * @param folder where terms go, with a slash at the end
   */
  PackageTerms(RootFolder root, String folder) {
    this.root = root;
    this.database = new PackageDatabase(root);
    this.folder = folder;
  }

  /** The package of a file that goes along, whose terms go along as well. */
  Optional<SystemPackage> ownerOf(Path file) {
    Optional<SystemPackage> owner = database.of(Set.of(root.pathOf(file)));
    owner.ifPresent(this::add);
    return owner;
  }

  /** A package, and what it brought below a folder. */
  record Brought(SystemPackage owner, List<String> paths) {}

  /**
   * The package that brought a file, with all that it brought below a folder.
   *
   * @param path of the file, in the system
   * @param below the folder, with a slash at the end
   * @return empty if no package brought it
   */
  Optional<Brought> of(String path, String below) {
    Optional<SystemPackage> owner = database.of(Set.of(path));
    owner.ifPresent(this::add);
    return owner.map(
        o ->
            new Brought(
                o,
                database.files(o.name()).stream()
                    .filter(f -> f.startsWith(below) && root.file(f).isPresent())
                    .sorted()
                    .toList()));
  }

  private void add(SystemPackage owner) {
    owner
        .terms()
        .flatMap(root::file)
        .ifPresent(
            text -> {
              String place = folder + owner.label() + ".txt";
              terms.put(
                  place,
                  new LayoutFile(
                      place,
                      FolderTree.content(text),
                      false,
                      Packing.AS_IT_IS,
                      owner.label(),
                      "licence of " + owner.label()));
            });
  }

  /** The terms of all packages that were asked for. */
  List<LayoutFile> files() {
    return List.copyOf(terms.values());
  }
}
