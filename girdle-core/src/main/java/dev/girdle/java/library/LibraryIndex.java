package dev.girdle.java.library;

import dev.girdle.ecosystem.Progress;
import dev.girdle.java.index.ClassIndex;
import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/**
 * The classes of all libraries in a local repository folder.
 *
 * <p>A library is read again only if its file has another time or size than when it was last read.
 * A library that cannot be read holds nothing.
 */
public final class LibraryIndex {
  private static final String CLASS = ".class";

  private final Path repository;
  private final IndexFile file;
  private final Progress progress;
  private final TreeMap<String, Entry> entries = new TreeMap<>();
  private Map<String, List<String>> byPackage;

  /**
   * A library that was read.
   *
   * @param time when its file was last changed, in milliseconds since 1970
   * @param size bytes
   * @param classes its classes, without those inside others
   */
  record Entry(long time, long size, ClassNames classes) {}

  private LibraryIndex(Path repository, Path cache, Progress progress) {
    this.repository = repository;
    this.file = new IndexFile(cache.resolve("classes-of-libraries"), repository);
    this.progress = progress;
  }

  /**
   * Brings the index up to date.
   *
   * @param repository the local repository; may not exist
   * @param cache Girdle's cache folder; made if it does not exist
   * @param progress is told how the work gets on
   * @return the index; if the cache folder cannot be written, it is only not kept
   * @throws IOException if the repository cannot be listed
   */
  public static LibraryIndex of(Path repository, Path cache, Progress progress) throws IOException {
    LibraryIndex index = new LibraryIndex(repository, cache, progress);
    if (Files.isDirectory(repository)) {
      index.refresh();
    }
    return index;
  }

  private void refresh() throws IOException {
    Map<String, Entry> known = file.read();
    Map<String, BasicFileAttributes> jars = jars();
    Set<String> fresh = new LinkedHashSet<>();
    jars.forEach(
        (path, attributes) -> {
          Entry entry = known.get(path);
          if (entry != null && isSame(entry, attributes)) {
            entries.put(path, entry);
          } else {
            fresh.add(path);
          }
        });
    long done = 0;
    for (String path : fresh) {
      progress.at("indexing libraries on this machine", ++done, 0);
      BasicFileAttributes a = jars.get(path);
      entries.put(path, new Entry(a.lastModifiedTime().toMillis(), a.size(), classes(path)));
    }
    if (!fresh.isEmpty() || entries.size() != known.size()) {
      file.write(entries);
    }
  }

  private static boolean isSame(Entry entry, BasicFileAttributes attributes) {
    return entry.time == attributes.lastModifiedTime().toMillis()
        && entry.size == attributes.size();
  }

  private Map<String, BasicFileAttributes> jars() throws IOException {
    Map<String, BasicFileAttributes> jars = new TreeMap<>();
    Files.walkFileTree(
        repository,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult visitFile(Path jar, BasicFileAttributes attributes) {
            String name = jar.getFileName().toString();
            boolean isPlain =
                name.endsWith(".jar")
                    && !name.endsWith("-sources.jar")
                    && !name.endsWith("-javadoc.jar")
                    && !name.endsWith("-tests.jar");
            if (isPlain && attributes.isRegularFile()) {
              jars.put(repository.relativize(jar).toString().replace('\\', '/'), attributes);
            }
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFileFailed(Path jar, IOException e) {
            return FileVisitResult.CONTINUE; // what may not be looked at offers nothing
          }
        });
    return jars;
  }

  /** Only names are read, of which the platform's own reader is the quickest. */
  private ClassNames classes(String path) {
    try (ZipFile jar = new ZipFile(repository.resolve(path).toFile())) {
      return ClassNames.of(
          jar.stream()
              .map(ZipEntry::getName)
              .filter(LibraryIndex::isTopClass)
              .map(n -> n.substring(0, n.length() - CLASS.length()).replace('/', '.'))
              .toList());
    } catch (IOException | RuntimeException e) {
      return ClassNames.NONE; // a damaged library offers nothing
    }
  }

  private static boolean isTopClass(String name) {
    return name.endsWith(CLASS)
        && name.indexOf('$') < 0
        && !name.startsWith("META-INF/")
        && !name.endsWith("-info.class");
  }

  /**
   * Where a class lies. Quick if it is asked often.
   *
   * @param name its full name
   * @return the paths of libraries that hold it, from the repository's folder; empty if none does
   */
  public synchronized List<String> holders(String name) {
    if (byPackage == null) {
      byPackage = new HashMap<>();
      entries.forEach(
          (path, entry) ->
              entry.classes.packages().stream()
                  .map(p -> byPackage.computeIfAbsent(p, x -> new ArrayList<>(1)))
                  .forEach(paths -> paths.add(path)));
    }
    int inner = name.indexOf('$');
    String top = inner > 0 ? name.substring(0, inner) : name;
    return byPackage.getOrDefault(ClassIndex.packageOf(top), List.of()).stream()
        .filter(path -> entries.get(path).classes.holds(top))
        .toList();
  }

  /**
   * Where a file of this name and size lies.
   *
   * @param fileName without folder
   * @param size bytes
   * @return its path from the repository's folder, empty if there is none
   */
  public Optional<String> pathOf(String fileName, long size) {
    return entries.entrySet().stream()
        .filter(e -> e.getKey().endsWith("/" + fileName) && e.getValue().size == size)
        .map(Map.Entry::getKey)
        .findFirst();
  }

  /**
   * Whether any file of the same release holds classes.
   *
   * @param path of a file of it, from the repository's folder
   * @return true also if that is this file
   */
  public boolean releaseHoldsCode(String path) {
    return holdCode(in(path.substring(0, path.lastIndexOf('/') + 1)));
  }

  /**
   * Whether any release of a library that is there holds classes.
   *
   * @param library {@code group:artifact}
   * @return empty if no release is there
   */
  public Optional<Boolean> holdsCode(String library) {
    Map<String, Entry> found = entriesOf(library);
    return found.isEmpty() ? Optional.empty() : Optional.of(holdCode(found));
  }

  private static boolean holdCode(Map<String, Entry> some) {
    return some.values().stream().anyMatch(e -> !e.classes.isEmpty());
  }

  /**
   * Whether any release of a library is there.
   *
   * @param library {@code group:artifact}
   * @return false if none is
   */
  public boolean has(String library) {
    return !entriesOf(library).isEmpty();
  }

  /**
   * The classes that any release of a library holds, without those inside others.
   *
   * @param library {@code group:artifact}
   * @return their full names; empty if no release is there, or none holds a class
   */
  public Set<String> classesOf(String library) {
    Set<String> classes = new HashSet<>();
    entriesOf(library).values().forEach(e -> e.classes.all().forEach(classes::add));
    return classes;
  }

  /**
   * The releases of a library that are there.
   *
   * @param library {@code group:artifact}
   * @return possibly none
   */
  public Set<String> releasesOf(String library) {
    Set<String> releases = new HashSet<>();
    for (String path : entriesOf(library).keySet()) {
      String[] parts = path.split("/");
      releases.add(parts[parts.length - 2]);
    }
    return releases;
  }

  private Map<String, Entry> entriesOf(String library) {
    int colon = library.indexOf(':');
    String folder =
        library.substring(0, colon).replace('.', '/') + '/' + library.substring(colon + 1) + '/';
    return in(folder);
  }

  private Map<String, Entry> in(String folder) {
    return entries.subMap(folder, folder + Character.MAX_VALUE);
  }

  /**
   * Finds the libraries that hold classes.
   *
   * @param names full names
   * @return for each name that is found, the paths of the jars in the repository, sorted
   */
  public Map<String, List<String>> find(Collection<String> names) {
    Map<String, List<String>> found = new TreeMap<>();
    for (String name : names) {
      List<String> holders = holders(name);
      if (!holders.isEmpty()) {
        found.put(name, holders);
      }
    }
    return found;
  }
}
