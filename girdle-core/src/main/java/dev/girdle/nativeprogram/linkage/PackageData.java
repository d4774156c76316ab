package dev.girdle.nativeprogram.linkage;

import dev.girdle.system.PackageDatabase;
import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Data of packages, which can be opened by any name and so come whole: packages without code that
 * another needs, and of those that a library needs and that only have programs besides, what lies
 * under {@code /usr/share}, if they are no tools that every system has to be set up with. With them
 * comes what was made of them when they were installed: files of no package in their folders, such
 * as lists and caches.
 */
public final class PackageData {
  private static final Pattern PROGRAM = Pattern.compile(".*/s?bin/.+");
  private static final Pattern LIBRARY = Pattern.compile(".*\\.so(?:\\.[0-9.]+)?");

  /** In a folder that loaders look in; all other libraries are modules of something. */
  private static final Pattern LINKABLE =
      Pattern.compile("(?:/usr)?/lib(?:64)?/(?:[^/]+-linux-[^/]+/)?[^/]+\\.so(?:\\.[0-9.]+)?");

  private static final Pattern SHARED = Pattern.compile("/usr/share/.+");

  /** Below {@code /usr/share/x}, or a folder of libraries of some kind. */
  private static final Pattern OWN_FOLDER = Pattern.compile("/usr/(?:share|lib)/[^/]+(?:/.*)?");

  private static final int MOST_MADE = 20_000;

  private final RootFolder root;
  private final PackageDatabase database;

  PackageData(RootFolder root, PackageDatabase database) {
    this.root = root;
    this.database = database;
  }

  /**
   * The data that a package needs: of packages without code, and of such as were made of the same
   * sources and hold no more code than modules.
   *
   * @param name of a package
   * @return paths of files, and of links
   */
  public List<String> neededBy(String name) {
    Set<String> data = new TreeSet<>();
    synchronized (database) {
      boolean isOfLibrary = holds(database.files(name), LIBRARY);
      for (String other : database.needs(name)) {
        List<String> files = database.files(other);
        boolean hasPrograms = holds(files, PROGRAM);
        boolean isTool = hasPrograms && (!isOfLibrary || database.isOfEverySystem(other));
        boolean isPart =
            database.sourceOf(other).equals(database.sourceOf(name)) && !holds(files, LINKABLE);
        if ((isPart || !holds(files, LIBRARY)) && !isTool) {
          List<String> its =
              files.stream()
                  .filter(f -> !SystemRules.isForPeople(f))
                  .filter(f -> !hasPrograms || SHARED.matcher(f).matches() || isSetting(f))
                  .toList();
          data.addAll(its);
          data.addAll(madeBeside(its));
        } else if (!database.isOfEverySystem(other)) {
          files.stream().filter(PackageData::isSetting).forEach(data::add);
        }
      }
    }
    data.removeIf(this::isFolder);
    return List.copyOf(data);
  }

  /** Packages list the folders that they share with others, too. */
  private boolean isFolder(String path) {
    Path there = root.folder().resolve(path.substring(1));
    return Files.isDirectory(there) && !Files.isSymbolicLink(there);
  }

  private static boolean isSetting(String path) {
    return path.startsWith("/etc/") && !SystemRules.isOfTheMachine(path);
  }

  private static boolean holds(List<String> files, Pattern pattern) {
    return files.stream().anyMatch(f -> pattern.matcher(f).matches());
  }

  /**
   * What was made in the folders of a package, and belongs to none.
   *
   * @param files files and folders of a package
   * @return paths of files
   */
  public List<String> madeBeside(List<String> files) {
    List<String> made = new ArrayList<>();
    Set<String> looked = new HashSet<>();
    synchronized (database) {
      for (String one : files) {
        if (OWN_FOLDER.matcher(one).matches() && looked.add(one)) {
          root.find(one).filter(Files::isDirectory).ifPresent(f -> made(f, made));
        }
      }
    }
    return made;
  }

  private void made(Path folder, List<String> to) {
    try (Stream<Path> all = Files.list(folder)) {
      for (Path one : all.sorted().toList()) {
        String path = root.pathOf(one);
        if (to.size() > MOST_MADE || Files.isSymbolicLink(one) || database.isOfPackage(path)) {
          continue;
        }
        if (Files.isDirectory(one)) {
          made(one, to);
        } else {
          to.add(path);
        }
      }
    } catch (IOException e) {
      return; // a folder that only others may read is not for this program
    }
  }
}
