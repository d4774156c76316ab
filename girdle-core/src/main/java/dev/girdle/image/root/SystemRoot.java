package dev.girdle.image.root;

import dev.girdle.app.Target;
import dev.girdle.binary.LinkReading;
import dev.girdle.binary.LinkedCode;
import dev.girdle.binary.NativeCode;
import dev.girdle.binary.NeededLibraries;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.system.LibraryFolders;
import dev.girdle.system.PackageDatabase;
import dev.girdle.system.RootFolder;
import dev.girdle.system.SystemPackage;
import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * Gathers from a root folder what native code of an artifact is linked with, down to the C library
 * and the loader, and what else the user asks for.
 */
public final class SystemRoot {
  /** What name services need that older C libraries load by name, where it is there. */
  private static final List<String> NAME_SERVICES =
      List.of("libnss_files.so.2", "libnss_dns.so.2", "libresolv.so.2");

  /**
   * What the C library of some systems needs for all characters; in that of others it is built in.
   */
  private static final String UTF_8 = "/usr/lib/locale/C.utf8";

  private static final String UNKNOWN = "system";

  private final RootFolder root;
  private final Target target;
  private final PackageDatabase database;
  private final Set<String> folders;
  private final Map<String, LayoutFile> files = new TreeMap<>();
  private final Map<String, SystemPackage> packages = new TreeMap<>();
  private final Map<String, String> missing = new TreeMap<>();

  /** A library that is wanted. */
  private record Wish(String name, String asker) {}

  /**
   * Looks at a root folder.
   *
   * @param folder the root folder
   * @param target what artifacts are for
   */
  public SystemRoot(Path folder, Target target) {
    this.root = new RootFolder(folder.toAbsolutePath().normalize());
    this.target = target;
    this.database = new PackageDatabase(root);
    this.folders = LibraryFolders.all(root, target);
  }

  /**
   * Gathers; what was gathered before stays.
   *
   * @param code files of the artifact, by what people call them; those that are no native code for
   *     the target are passed over
   * @param wishes paths in the system that go along, folders with all that is in them
   * @return what the image takes
   * @throws GirdleException if a wish is not there
   * @throws IOException if something cannot be read
   */
  public SystemFiles gather(Map<String, Content> code, List<String> wishes) throws IOException {
    libraries(code);
    for (String wish : wishes) {
      add(wish, "the plan takes " + wish + " along");
    }
    terms();
    return new SystemFiles(List.copyOf(files.values()), packages, missing);
  }

  /**
   * Whether the system has all that a file is linked with.
   *
   * @param code any file
   * @return false also if it is no native code for the target
   * @throws IOException if something cannot be read
   */
  public boolean canLoad(Content code) throws IOException {
    if (!isForTarget(code)) {
      return false;
    }
    try (SeekableByteChannel channel = Channels.seekable(code)) {
      for (String name : NeededLibraries.of(channel)) {
        if (library(name).isEmpty()) {
          return false;
        }
      }
      return true;
    }
  }

  private void libraries(Map<String, Content> code) throws IOException {
    Deque<Wish> wishes = new ArrayDeque<>();
    Set<String> done = new LinkedHashSet<>();
    for (Map.Entry<String, Content> one : new TreeMap<>(code).entrySet()) {
      if (isForTarget(one.getValue())) {
        wishes.addAll(of(one.getValue(), one.getKey(), done));
        done.add(Paths.fileName(one.getKey())); // what comes along need not be found elsewhere
      }
    }
    boolean namesAreAsked = false;
    while (!wishes.isEmpty()) {
      Wish wish = wishes.pop();
      if (!done.add(wish.name)) {
        continue;
      }
      Optional<String> path = library(wish.name);
      if (path.isEmpty()) {
        if (!NAME_SERVICES.contains(wish.name)) {
          missing.put(wish.name, wish.asker);
        }
        continue;
      }
      Path found = root.file(path.get()).orElseThrow();
      add(placeOf(path.get()), path.get(), found, "wanted by " + wish.asker);
      wishes.addAll(of(FolderTree.content(found), wish.name, done));
      if (!namesAreAsked && wish.name.equals("libc.so.6")) {
        namesAreAsked = true;
        if (root.find(UTF_8).isPresent()) {
          add(UTF_8, "the C library knows no UTF-8 without");
        }
        NAME_SERVICES.forEach(n -> wishes.add(new Wish(n, "the C library, to look up names")));
      }
    }
  }

  private boolean isForTarget(Content content) throws IOException {
    return NativeCode.of(content).filter(c -> target.runs(c.system(), c.processors())).isPresent();
  }

  /** What a file is linked with, and its loader, which is found by its path. */
  private List<Wish> of(Content content, String asker, Set<String> done) throws IOException {
    List<Wish> wishes = new ArrayList<>();
    try (SeekableByteChannel channel = Channels.seekable(content)) {
      if (LinkReading.of(channel) instanceof LinkReading.Read read) {
        for (LinkedCode part : read.parts()) {
          part.needed().forEach(n -> wishes.add(new Wish(n.name(), asker)));
          if (part.interpreter().isPresent()) {
            loader(part.interpreter().get(), asker, done);
          }
        }
      }
    }
    return wishes;
  }

  private void loader(String path, String asker, Set<String> done) throws IOException {
    if (!done.add(Paths.fileName(path))) {
      return;
    }
    Optional<Path> found = root.file(path);
    if (found.isEmpty() || !isForTarget(FolderTree.content(found.get()))) {
      missing.put(path, asker);
    } else {
      add(path, path, found.get(), "loads " + asker);
    }
  }

  /** Where a library for the target is. */
  private Optional<String> library(String name) throws IOException {
    if (name.contains("/")) {
      return root.file(name).isPresent() ? Optional.of(name) : Optional.empty();
    }
    for (String folder : folders) {
      String path = folder + "/" + name;
      Optional<Path> found = root.file(path);
      if (found.isPresent() && isForTarget(FolderTree.content(found.get()))) {
        return Optional.of(path);
      }
    }
    return Optional.empty();
  }

  /** In an image there are no settings for the loader, so all goes where it looks without. */
  private String placeOf(String path) {
    List<String> known = LibraryFolders.known(target);
    String folder = path.substring(0, path.lastIndexOf('/'));
    return known.contains(folder) || folder.equals("/usr/local/lib")
        ? path
        : known.get(0) + "/" + Paths.fileName(path);
  }

  private void add(String wish, String why) throws IOException {
    Path found =
        root.find(wish)
            .orElseThrow(
                () ->
                    GirdleException.request(
                        "there is no "
                            + wish
                            + " in "
                            + root.folder()
                            + ", which the image is to"
                            + " take along"));
    try (Stream<Path> all = Files.walk(found)) {
      for (Path file : all.sorted().toList()) {
        String inside = found.relativize(file).toString();
        String path = inside.isEmpty() ? wish : wish + "/" + inside;
        Optional<Path> real = root.file(path);
        if (real.isPresent()) {
          add(path, path, real.get(), why);
        }
      }
    }
  }

  private void add(String place, String path, Path found, String why) {
    Set<String> paths = new LinkedHashSet<>(List.of(path, root.pathOf(found)));
    Optional<SystemPackage> owner = database.of(paths);
    owner.ifPresent(o -> packages.put(o.label(), o));
    String inImage = place.substring(1);
    files.putIfAbsent(
        inImage,
        new LayoutFile(
            inImage,
            FolderTree.content(found),
            Files.isExecutable(found),
            Packing.AS_IT_IS,
            owner.map(SystemPackage::label).orElse(UNKNOWN),
            why));
  }

  /** The terms of each package go along with it. */
  private void terms() {
    for (SystemPackage one : List.copyOf(packages.values())) {
      one.terms()
          .flatMap(root::file)
          .ifPresent(
              found ->
                  files.putIfAbsent(
                      one.terms().get().substring(1),
                      new LayoutFile(
                          one.terms().get().substring(1),
                          FolderTree.content(found),
                          false,
                          Packing.AS_IT_IS,
                          one.label(),
                          "licence of " + one.label())));
    }
  }

  /**
   * The paths that a word of the plan stands for.
   *
   * @param word {@code certificates}, {@code time-zones}, or a path
   * @return paths in the system
   */
  public List<String> meant(String word) {
    return switch (word) {
      case "certificates" ->
          first(
              "/etc/ssl/certs/ca-certificates.crt",
              "/etc/pki/ca-trust/extracted/pem/tls-ca-bundle.pem",
              "/etc/ssl/cert.pem");
      case "time-zones" -> List.of("/usr/share/zoneinfo");
      default -> List.of(word);
    };
  }

  private List<String> first(String... paths) {
    return Stream.of(paths)
        .filter(p -> root.file(p).isPresent())
        .findFirst()
        .map(List::of)
        .orElse(List.of(paths[0]));
  }
}
