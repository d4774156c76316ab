package dev.girdle.python.bundle;

import dev.girdle.app.Target;
import dev.girdle.binary.DamagedCodeException;
import dev.girdle.binary.LinkReading;
import dev.girdle.binary.LinkedCode;
import dev.girdle.binary.NativeCode;
import dev.girdle.binary.StrippedCode;
import dev.girdle.binary.elf.EditedElf;
import dev.girdle.binary.elf.ElfEdit;
import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.system.LibraryFolders;
import dev.girdle.system.ReceiversLibraries;
import dev.girdle.system.RootFolder;
import dev.girdle.system.SystemPackage;
import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The libraries of this machine that native code of an artifact is linked with, which every
 * receiver would have to have otherwise: they go along, and the code is told where they are. The C
 * library and what is better the receiver's stay behind.
 */
final class NativeLibraries {
  private static final int LARGEST_HEAD = 1 << 30;

  private final RootFolder root = new RootFolder(Path.of("/"));
  private final Set<String> systemFolders;
  private final String libraryFolder;
  private final Set<String> ownFolders;

  /** Code by its path in the artifact; those of the system come to it. */
  private final Map<String, LayoutFile> files = new TreeMap<>();

  private final Map<String, LinkedCode> linked = new HashMap<>();
  private final Map<String, LayoutFile> taken = new TreeMap<>();
  private final PackageTerms terms;
  private final Set<String> missing = new TreeSet<>();

  /** The folders that hold a library of a name. */
  private final Map<String, List<String>> brought = new TreeMap<>();

  /**
   * Prepares.
   *
   * @param target where the artifact is to run
   * @param libraryFolder where libraries go, with a slash at the end
   * @param ownFolders folders of this machine that are looked at before those of the system
   * @param terms gets the packages that libraries are of
   */
  NativeLibraries(Target target, String libraryFolder, List<Path> ownFolders, PackageTerms terms) {
    this.systemFolders = LibraryFolders.all(root, target);
    this.libraryFolder = libraryFolder;
    this.terms = terms;
    this.ownFolders = new LinkedHashSet<>();
    ownFolders.forEach(f -> this.ownFolders.add(f.toString()));
  }

  /**
   * Looks for what is needed.
   *
   * @param all files of the artifact
   * @return the same files, code edited where it has to be, and the libraries that go along
   * @throws IOException if a file cannot be read
   */
  List<LayoutFile> complete(List<LayoutFile> all) throws IOException {
    Deque<String> toRead = new ArrayDeque<>();
    for (LayoutFile file : all) {
      if (isCode(file)) {
        files.put(file.path(), file);
        bring(file.path());
        toRead.add(file.path());
      }
    }
    while (!toRead.isEmpty()) {
      String path = toRead.poll();
      for (LinkedCode.Needed needed : read(path).needed()) {
        String name = Paths.fileName(needed.name());
        if (!brought.containsKey(name) && !ReceiversLibraries.isOfC(name)) {
          take(name, path).ifPresent(toRead::add);
        }
      }
    }
    List<LayoutFile> completed = new ArrayList<>();
    Set<String> components = componentsToEdit();
    for (LayoutFile file : all) {
      completed.add(files.containsKey(file.path()) ? edited(file, components) : file);
    }
    for (LayoutFile file : taken.values()) {
      completed.add(edited(file, components));
    }
    completed.addAll(WindowFiles.of(List.copyOf(taken.values()), libraryFolder));
    return completed;
  }

  private void bring(String path) {
    brought.computeIfAbsent(Paths.fileName(path), n -> new ArrayList<>()).add(Paths.folder(path));
  }

  /** Libraries that this machine has not, or that are better the receiver's. */
  Set<String> leftToReceivers() {
    return missing;
  }

  private static boolean isCode(LayoutFile file) throws IOException {
    return NativeCode.mayBeCalled(Paths.fileName(file.path()))
        && file.content().size() < LARGEST_HEAD
        && NativeCode.of(file.content()).filter(c -> c.system().equals("linux")).isPresent();
  }

  private LinkedCode read(String path) throws IOException {
    Content content = files.get(path).content();
    LinkedCode code = LinkedCode.NOTHING;
    try (SeekableByteChannel channel = Channels.seekable(content)) {
      if (LinkReading.of(channel) instanceof LinkReading.Read read && !read.parts().isEmpty()) {
        code = read.parts().get(0);
      }
    }
    linked.put(path, code);
    return code;
  }

  private Optional<String> take(String name, String asker) {
    Optional<Path> found = find(name);
    if (found.isEmpty() || ReceiversLibraries.why(name).isPresent()) {
      missing.add(name);
      return Optional.empty();
    }
    String place = libraryFolder + name;
    bring(place);
    Optional<SystemPackage> owner = terms.ownerOf(found.get());
    LayoutFile file =
        new LayoutFile(
            place,
            FolderTree.content(found.get()),
            true,
            Packing.AS_IT_IS,
            owner.map(SystemPackage::label).orElse("this machine's libraries"),
            Paths.fileName(asker) + " is linked with it");
    files.put(place, file);
    taken.put(place, file);
    return Optional.of(place);
  }

  private Optional<Path> find(String name) {
    for (String folder : ownFolders) {
      Optional<Path> found = root.file(folder + "/" + name);
      if (found.isPresent()) {
        return found;
      }
    }
    return systemFolders.stream().flatMap(f -> root.file(f + "/" + name).stream()).findFirst();
  }

  /** Components of which some code needs a library that goes along, besides its own. */
  private Set<String> componentsToEdit() {
    Set<String> components = new TreeSet<>();
    files.forEach(
        (path, file) -> {
          if (needsTaken(path)) {
            components.add(file.component());
          }
        });
    return components;
  }

  private boolean needsTaken(String path) {
    return linked.getOrDefault(path, LinkedCode.NOTHING).needed().stream()
        .anyMatch(n -> files.containsKey(libraryFolder + Paths.fileName(n.name())));
  }

  /**
   * Told where libraries are, and without what only debuggers read. What loaders take from the file
   * that loads another (RPATH) holds no more once one of them is edited; so all of a component are
   * told where each of their libraries is.
   */
  private LayoutFile edited(LayoutFile file, Set<String> components) throws IOException {
    LinkedCode code = linked.getOrDefault(file.path(), LinkedCode.NOTHING);
    boolean isOfRuntime = file.path().startsWith(libraryFolder.replaceFirst("lib/$", ""));
    Content bare = isOfRuntime ? StrippedCode.of(file.content()) : file.content();
    List<String> own = code.runpath().isEmpty() ? code.rpath() : code.runpath();
    boolean isStray = isOfRuntime && own.stream().anyMatch(p -> p.startsWith("/"));
    if (!components.contains(file.component()) && !isStray) {
      return file.with(bare);
    }
    Set<String> ways = new LinkedHashSet<>();
    own.stream().filter(p -> p.matches("\\$\\{?ORIGIN.*")).forEach(ways::add);
    String here = Paths.folder(file.path());
    for (LinkedCode.Needed needed : code.needed()) {
      nearest(Paths.fileName(needed.name()), here).ifPresent(f -> ways.add(way(here, f)));
    }
    if (ways.isEmpty() || ways.equals(Set.copyOf(own))) {
      return file.with(bare);
    }
    try {
      return file.with(EditedElf.of(bare, ElfEdit.lookingIn(List.copyOf(ways))).orElse(bare));
    } catch (DamagedCodeException e) {
      return file.with(bare); // whoever loads it tells
    }
  }

  /** The folder of a library of the artifact: beside the asker, in its component, anywhere. */
  private Optional<String> nearest(String name, String here) {
    List<String> folders = brought.getOrDefault(name, List.of());
    return folders.stream()
        .max(
            Comparator.comparingInt((String f) -> common(f, here))
                .thenComparing(Comparator.reverseOrder()));
  }

  private static int common(String a, String b) {
    int i = 0;
    while (i < a.length() && i < b.length() && a.charAt(i) == b.charAt(i)) {
      i++;
    }
    return i;
  }

  private static String way(String from, String to) {
    List<String> there = new ArrayList<>(to.isEmpty() ? List.of() : List.of(to.split("/")));
    List<String> here = new ArrayList<>(from.isEmpty() ? List.of() : List.of(from.split("/")));
    while (!there.isEmpty() && !here.isEmpty() && there.get(0).equals(here.get(0))) {
      there.remove(0);
      here.remove(0);
    }
    StringBuilder way = new StringBuilder("$ORIGIN");
    here.forEach(h -> way.append("/.."));
    there.forEach(t -> way.append('/').append(t));
    return way.toString();
  }
}
