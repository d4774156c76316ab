package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Target;
import dev.girdle.binary.LibcNeed;
import dev.girdle.binary.LinkReading;
import dev.girdle.binary.NativeCode;
import dev.girdle.io.Channels;
import dev.girdle.io.FolderTree;
import dev.girdle.system.LibraryFolders;
import dev.girdle.system.ReceiversLibraries;
import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * The GNU C library of a system.
 *
 * @param root the system's root folder
 * @param target where it runs
 * @param release for example "2.36"
 * @param files its libraries by their names, and the loader
 * @param loader the loader's name among them
 */
public record CLibrary(
    Path root, Target target, String release, Map<String, Path> files, String loader) {
  private static final Map<String, String> LOADERS =
      Map.of("x64", "ld-linux-x86-64.so.2", "arm64", "ld-linux-aarch64.so.1");

  /** Copies the map. */
  public CLibrary {
    files = Map.copyOf(files);
  }

  /**
   * Looks for it.
   *
   * @param folder the root folder of a system
   * @param target where it has to run
   * @return empty if there is none, or it is another library
   */
  public static Optional<CLibrary> in(Path folder, Target target) {
    if (!target.system().equals("linux")) {
      return Optional.empty();
    }
    RootFolder root = new RootFolder(folder.toAbsolutePath().normalize());
    for (String place : LibraryFolders.known(target)) {
      Optional<Path> libc = root.file(place + "/libc.so.6");
      Optional<Path> loader =
          root.file("/lib64/" + LOADERS.get(target.processor()))
              .or(() -> root.file("/lib/" + LOADERS.get(target.processor())))
              .or(() -> root.file(place + "/" + LOADERS.get(target.processor())));
      if (libc.isPresent() && loader.isPresent() && isFor(libc.get(), target)) {
        Optional<String> release = release(libc.get());
        if (release.isPresent()) {
          return Optional.of(
              new CLibrary(
                  folder,
                  target,
                  release.get(),
                  files(root, libc.get(), place, loader.get(), target),
                  LOADERS.get(target.processor())));
        }
      }
    }
    return Optional.empty();
  }

  private static boolean isFor(Path file, Target target) {
    try {
      return NativeCode.of(FolderTree.content(file))
          .filter(c -> target.runs(c.system(), c.processors()))
          .isPresent();
    } catch (IOException e) {
      return false;
    }
  }

  /** The newest of the versions that it has for others. */
  private static Optional<String> release(Path libc) {
    try (SeekableByteChannel channel = Channels.seekable(FolderTree.content(libc))) {
      return LinkReading.of(channel) instanceof LinkReading.Read read
          ? read.parts().stream()
              .flatMap(p -> p.defined().stream())
              .filter(v -> v.startsWith("GLIBC_"))
              .flatMap(v -> LibcNeed.of(v).stream())
              .max(Comparator.naturalOrder())
              .map(n -> n.major() + "." + n.minor())
          : Optional.empty();
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private static Map<String, Path> files(
      RootFolder root, Path libc, String place, Path loader, Target target) {
    Map<String, Path> files = new TreeMap<>();
    files.put(LOADERS.get(target.processor()), loader);
    Optional<Path> folder = root.find(place);
    try (Stream<Path> all = Files.list(folder.orElse(libc.getParent()))) {
      for (Path one : all.sorted().toList()) {
        String name = one.getFileName().toString();
        if (ReceiversLibraries.isOfC(name)) {
          root.file(place + "/" + name).ifPresent(f -> files.putIfAbsent(name, f));
        }
      }
    } catch (IOException e) {
      files.put("libc.so.6", libc); // at least what was found
    }
    return files;
  }

  /**
   * What it is, for users.
   *
   * @return for example {@code glibc 2.36}
   */
  public String title() {
    return "glibc " + release;
  }

  /**
   * Its character sets, of which it loads one when a text is converted ({@code iconv_open(3)}).
   *
   * @return by paths below the folder of libraries; empty if they are not there
   */
  Map<String, Path> characterSets() {
    Path beside = files.get("libc.so.6").getParent().resolve("gconv");
    return below(beside, "gconv/");
  }

  /**
   * The locale that is the same everywhere, for systems that do not have it.
   *
   * @param root a system's root folder
   * @return by paths below the folder of libraries; empty if it is not there
   */
  static Map<String, Path> locale(Path root) {
    return below(root.resolve("usr/lib/locale/C.utf8"), "locale/C.utf8/");
  }

  private static Map<String, Path> below(Path folder, String name) {
    Map<String, Path> found = new TreeMap<>();
    try (Stream<Path> all = Files.isDirectory(folder) ? Files.walk(folder) : Stream.empty()) {
      for (Path one : (Iterable<Path>) all::iterator) {
        if (Files.isRegularFile(one)) {
          found.put(name + folder.relativize(one).toString().replace('\\', '/'), one);
        }
      }
    } catch (IOException | UncheckedIOException e) {
      found.clear(); // what cannot be read whole is of no use
    }
    return found;
  }
}
