package dev.girdle.nativeprogram.survey;

import dev.girdle.app.Component;
import dev.girdle.app.Role;
import dev.girdle.binary.DamagedCodeException;
import dev.girdle.binary.LinkedCode;
import dev.girdle.binary.assembly.Assembly;
import dev.girdle.binary.assembly.AssemblyName;
import dev.girdle.binary.assembly.AssemblyReader;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import dev.girdle.nativeprogram.linkage.Assemblies;
import dev.girdle.nativeprogram.linkage.LibraryMap;
import dev.girdle.nativeprogram.linkage.Spot;
import dev.girdle.nativeprogram.linkage.SystemRules;
import dev.girdle.system.ReceiversLibraries;
import dev.girdle.system.SystemPackage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;

/**
 * What of a Linux system may go along with a program, by package: all that its code asks for, what
 * that asks for, and so on. The walk decides later what of it does.
 */
final class SystemParts {
  private final SystemRules rules;
  private final Map<String, Path> taken = new TreeMap<>();
  private final Map<String, SystemPackage> owners = new HashMap<>();
  private final Map<String, String> links = new TreeMap<>();
  private final Deque<Asker> queue = new ArrayDeque<>();
  private final Set<String> withData = new HashSet<>();
  private final Set<String> known = new HashSet<>();
  private final Set<String> wanted = new HashSet<>();
  private final Set<String> changed = new TreeSet<>();
  private final LibraryMap libraryMap = new LibraryMap();
  private final Map<Path, String> names = new HashMap<>();
  private final Predicate<String> isUnwanted;
  private final boolean isByRuns;
  private boolean hasMono;

  /** Code that asks. */
  private record Asker(Spot spot, Content content, Nearness nearness) {}

  /** How far from the program code is. */
  private enum Nearness {
    OWN,
    LINKED,
    FAR
  }

  SystemParts(SystemRules rules) {
    this(rules, path -> false, false);
  }

  /**
   * Prepares to take.
   *
   * @param rules how a system is asked
   * @param isUnwanted what never goes along by itself
   * @param isByRuns whether runs tell what is opened: then nothing goes along but what code loads,
   *     whatever files it names, and further names of one file in a folder become links
   */
  SystemParts(SystemRules rules, Predicate<String> isUnwanted, boolean isByRuns) {
    this.rules = rules;
    this.isUnwanted = isUnwanted;
    this.isByRuns = isByRuns;
  }

  /** A file of the user's own that may ask for parts of the system. */
  void ask(String path, Content content) throws IOException {
    if (path.endsWith(".dll.config") || path.endsWith(".exe.config")) {
      libraryMap.add(content);
    }
    queue.add(new Asker(new Spot(false, path), content, Nearness.OWN));
  }

  /** A file of the system that is the program's own. */
  void takeOwn(String path) {
    rules.canonical(path).ifPresent(wanted::add);
    take(path, Nearness.OWN);
  }

  /** One that is already in another component, and only asks. */
  void askOwn(String path) {
    rules.canonical(path).ifPresent(known::add);
    take(path, Nearness.OWN);
  }

  /**
   * A file that was seen in use, with links to the folders that it was found in; links that stand
   * at the top of systems which merged their folders are among them.
   */
  void takeSeen(String path) {
    for (int slash = path.indexOf('/', 1); slash > 0; slash = path.indexOf('/', slash + 1)) {
      String folder = path.substring(0, slash);
      Optional<String> at = rules.canonical(folder);
      Optional<String> behind = at.flatMap(rules::folderBehind);
      if (behind.isPresent()) {
        Path from = Path.of(at.get()).getParent();
        links.putIfAbsent(at.get(), from.relativize(Path.of(behind.get())).toString());
      }
    }
    take(path);
  }

  private void take(String path) {
    take(path, Nearness.FAR);
  }

  private void take(String path, Nearness nearness) {
    Optional<String> at = rules.canonical(path);
    Optional<String> behind = at.flatMap(rules::folderBehind);
    if (behind.isPresent()) {
      takeBehind(at.get(), behind.get(), nearness);
      return;
    }
    Optional<Path> file = at.flatMap(rules.root()::file);
    if (file.isPresent() && !wanted.contains(at.get()) && rules.isChangedHere(at.get())) {
      changed.add(at.get());
      return;
    }
    if (file.isEmpty()
        || !SystemRules.isForEverybody(file.get())
        || isUnwanted.test(at.get())
        || isKnownByOtherName(at.get(), file.get())
        || taken.putIfAbsent(at.get(), file.get()) != null) {
      return;
    }
    Optional<SystemPackage> owner = rules.owner(at.get());
    owner.ifPresent(o -> owners.put(at.get(), o));
    if (owner.isPresent() && !isByRuns && withData.add(owner.get().name())) {
      rules.data().neededBy(owner.get().name()).forEach(this::take);
    }
    queue.add(
        new Asker(new Spot(true, at.get().substring(1)), FolderTree.content(file.get()), nearness));
  }

  /**
   * Whether a file goes along already under another name beside it, to which there is a link then.
   */
  private boolean isKnownByOtherName(String path, Path file) {
    if (!isByRuns || taken.containsKey(path)) {
      return false;
    }
    String name = names.putIfAbsent(file, path);
    if (name == null || name.equals(path) || !Paths.folder(name).equals(Paths.folder(path))) {
      return false;
    }
    links.putIfAbsent(path, Paths.fileName(name));
    return true;
  }

  /** A link to a folder, with what lies in that. */
  private void takeBehind(String link, String folder, Nearness nearness) {
    Path from = Path.of(link).getParent();
    if (links.putIfAbsent(link, from.relativize(Path.of(folder)).toString()) == null) {
      try {
        rules.below(folder).forEach(f -> take(f, nearness));
      } catch (IOException e) {
        links.remove(link); // what cannot be read is not for this program
      }
    }
  }

  /** Settings that somebody changed on this machine, which do not go along by themselves. */
  Set<String> changed() {
    return changed;
  }

  /** Links to folders, by path, each with where it leads from where it lies. */
  Map<String, String> links() {
    return links;
  }

  /** All files of a folder of the system. */
  void takeFolder(String path) throws IOException {
    for (String file : rules.below(path)) {
      takeOwn(file);
    }
  }

  /** Goes on until nothing more is asked for; by package, what may go along. */
  List<Component> components() throws IOException {
    while (!queue.isEmpty()) {
      follow(queue.pop());
    }
    Map<String, List<String>> byPackage = new TreeMap<>();
    for (String path : taken.keySet()) {
      if (known.contains(path)) {
        continue;
      }
      SystemPackage owner = owners.get(path);
      String label = owner == null ? "system" : owner.label();
      byPackage.computeIfAbsent(label, l -> new ArrayList<>()).add(path);
    }
    List<Component> components = new ArrayList<>();
    byPackage.forEach((label, paths) -> components.add(component(label, paths)));
    return components;
  }

  /** From now on, what assemblies refer to is looked for where Mono has it. */
  void followAssemblies() throws IOException {
    hasMono = true;
    Optional<Path> settings = rules.root().file(LibraryMap.OF_MONO);
    if (settings.isPresent()) {
      libraryMap.add(FolderTree.content(settings.get()));
    }
  }

  /** Takes a file along that goes to another place. */
  void takeAs(String path, Path file) {
    if (taken.putIfAbsent(path, file) == null) {
      Content content = FolderTree.content(file);
      queue.add(new Asker(new Spot(true, path.substring(1)), content, Nearness.FAR));
    }
  }

  private void follow(Asker asker) throws IOException {
    Optional<LinkedCode> code = rules.read(asker.content);
    if (code.isEmpty()) {
      if (hasMono) {
        followAssembly(asker);
      }
      return;
    }
    for (LinkedCode.Needed needed : code.get().needed()) {
      if (!ReceiversLibraries.isOfC(Paths.fileName(needed.name()))) { // which is the runtime
        Nearness next = asker.nearness == Nearness.OWN ? Nearness.LINKED : Nearness.FAR;
        rules.library(asker.spot, code.get(), needed.name()).ifPresent(path -> take(path, next));
      }
    }
    if (isByRuns) {
      rules.librariesNamedBy(asker.spot, asker.content, code.get()).forEach(this::take);
    } else {
      rules
          .namedBy(asker.spot, asker.content, code.get(), asker.nearness != Nearness.FAR)
          .keySet()
          .forEach(this::take);
    }
  }

  private void followAssembly(Asker asker) throws IOException {
    try {
      Optional<Assembly> read = AssemblyReader.read(asker.content).filter(Assembly::isPure);
      if (read.isEmpty()) {
        return;
      }
      for (AssemblyName one : read.get().references()) {
        MonoFolders.of(rules.root(), one.name()).forEach(this::take);
      }
      for (String name : read.get().natives()) {
        List<String> all = new ArrayList<>(Assemblies.variants(name));
        libraryMap.of(name).forEach(t -> all.add(Paths.fileName(t)));
        for (String one : all) {
          rules.library(asker.spot, one).ifPresent(this::take);
        }
      }
    } catch (DamagedCodeException e) {
      return; // the walk tells that
    }
  }

  private Component component(String label, List<String> paths) {
    List<TreeFile> files = new ArrayList<>();
    for (String path : paths) {
      files.add(new TreeFile(Spot.SYSTEM + path.substring(1), FolderTree.content(taken.get(path))));
    }
    SystemPackage owner = owners.get(paths.get(0));
    return new Component(
        label,
        owner == null ? "the system" : "package " + owner.name(),
        Role.LIBRARY,
        owner == null ? null : owner.release(),
        null,
        "installed on the system that libraries are taken from",
        new SubTree(files, List.of()),
        path -> path.substring(Spot.SYSTEM.length() - 1));
  }
}
