package dev.girdle.java.survey;

import dev.girdle.app.SetAside;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.ArchiveBounds;
import dev.girdle.io.Content;
import dev.girdle.io.Few;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.Sha256;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import dev.girdle.io.ZipTree;
import dev.girdle.java.index.ClassRoots;
import dev.girdle.java.index.Kinds;
import dev.girdle.record.RecordFile;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Goes through what the user named and sorts it: components, and what is none. Damaged and hostile
 * jars are collected, so that all of them are told at once.
 */
final class Scan implements AutoCloseable {
  /** How many files that are not there are told by name. */
  private static final int MOST_TOLD = 3;

  final List<RawComponent> components = new ArrayList<>();
  final List<SetAside> setAside = new ArrayList<>();
  final List<String> notices = new ArrayList<>();
  final List<Closeable> archives = new ArrayList<>();
  private final List<String> problems = new ArrayList<>();
  private final Map<String, String> byDigest = new HashMap<>();
  private final Map<Long, RawComponent> bySize = new HashMap<>();
  private long given;
  private long promised;
  private String broughtBy = RawComponent.LIES_IN_IT;

  /** How whatever is found from now on came into the application, for the user. */
  void from(String newBroughtBy) {
    broughtBy = newBroughtBy;
  }

  /** A folder of any layout. */
  void folder(Path folder, String origin) throws IOException {
    Map<String, String> closed = new LinkedHashMap<>();
    FolderTree tree =
        FolderTree.of(
            folder,
            path -> {
              Optional<String> why = Kinds.closedFolder(path);
              if (why.isEmpty()
                  && Files.exists(folder.resolve(path).resolve(RecordFile.IN_FOLDER))) {
                why = Optional.of("earlier output of Girdle");
              }
              why.ifPresent(w -> closed.put(path, w));
              return why.isEmpty();
            });
    tree.passedOver()
        .forEach((path, where) -> notices.add("the link " + origin + path + " leads " + where));
    closed.forEach((path, why) -> setAside.add(new SetAside(origin + path + "/", why, 0)));
    ClassRoots roots = ClassRoots.of(tree);
    addResourceRoots(tree, roots);
    Map<String, Long> tests = new LinkedHashMap<>();
    List<TreeFile> jars = new ArrayList<>();
    for (TreeFile file : tree.files()) {
      sort(file, origin, roots, tests, jars);
    }
    tests.forEach(
        (root, bytes) -> setAside.add(new SetAside(origin + root, "test classes", bytes)));
    for (String root : roots.all()) {
      if (!Kinds.isTestFolder(root)) {
        SubTree part = SubTree.of(tree, root, path -> isContent(path, root, roots));
        String at = root.isEmpty() && origin.isEmpty() ? "./" : origin + root;
        components.add(
            new RawComponent(
                at, folder.resolve(root), null, part, broughtBy, RawComponent.manifestOf(part)));
      }
    }
    jars(jars.stream().map(j -> new Lying(folder.resolve(j.path()), origin + j.path())).toList());
  }

  /** A folder that is named for the class path: what it holds, or else the folder as it is. */
  void classPathFolder(Path folder, String origin) throws IOException {
    int before = components.size();
    folder(folder, origin);
    if (components.size() > before) {
      return;
    }
    FolderTree tree = FolderTree.of(folder, path -> Kinds.closedFolder(path).isEmpty());
    setAside.removeIf(s -> s.path().startsWith(origin));
    components.add(
        new RawComponent(origin, folder, null, tree, broughtBy, RawComponent.manifestOf(tree)));
  }

  private static boolean isContent(String path, String root, ClassRoots roots) {
    return !isJar(path) && !Kinds.isSource(path) && roots.rootOf(path).equals(Optional.of(root));
  }

  private void sort(
      TreeFile file,
      String origin,
      ClassRoots roots,
      Map<String, Long> tests,
      List<TreeFile> jars) {
    String path = file.path();
    Optional<String> root = roots.rootOf(path);
    boolean isClass = path.endsWith(".class");
    if (isJar(path) && !Kinds.isInSources(path)) {
      jars.add(file);
    } else if (root.isPresent() && Kinds.isTestFolder(root.get())) {
      tests.merge(root.get(), file.content().size(), Long::sum);
    } else if (isClass && (root.isEmpty() || roots.isStray(path) && path.indexOf('/') >= 0)) {
      setAside.add(
          new SetAside(
              origin + path, "class file outside its package's folder", file.content().size()));
    } else if (root.isEmpty() || Kinds.isSource(path)) {
      setAside.add(new SetAside(origin + path, Kinds.looseFile(path), file.content().size()));
    }
  }

  /** Builds often put resources into a folder of their own beside the one for classes. */
  private static void addResourceRoots(FolderTree tree, ClassRoots roots) {
    if (roots.all().isEmpty()) {
      return;
    }
    Set<String> folders = new LinkedHashSet<>(tree.folders());
    for (String folder : folders) {
      boolean named = folder.endsWith("/resources/main/") || folder.endsWith("/resources/");
      boolean inner = folders.contains(folder + "main/");
      if (named && !inner && !Kinds.isInSources(folder + "x") && !Kinds.isTestFolder(folder)) {
        if (roots.rootOf(folder).isEmpty()) {
          roots.addResourceRoot(folder);
        }
      }
    }
  }

  private static boolean isJar(String path) {
    return path.endsWith(".jar");
  }

  /** A jar on disk; its bytes are compared, so that the same jar counts once. */
  Optional<RawComponent> jar(Path file, String origin) throws IOException {
    return jar(file, origin, false);
  }

  /** A jar's file, and what it is called. */
  private record Lying(Path file, String origin) {}

  /** A jar that was opened, or what came of the try. */
  private record Opened(Optional<ZipTree> tree, Optional<Exception> problem) {
    static Opened of(Lying jar) {
      try {
        return new Opened(
            Optional.of(ZipTree.open(FolderTree.content(jar.file), jar.origin)), Optional.empty());
      } catch (GirdleException | IOException e) {
        return new Opened(Optional.empty(), Optional.of(e));
      }
    }

    ZipTree get() throws IOException {
      if (problem.isPresent() && problem.get() instanceof IOException e) {
        throw e;
      }
      return tree.orElseThrow(() -> (GirdleException) problem.orElseThrow());
    }
  }

  /** Many jars, which are opened several at a time, and taken in one after the other. */
  private void jars(List<Lying> many) throws IOException {
    List<Opened> opened = many.parallelStream().map(Opened::of).toList();
    opened.forEach(o -> o.tree.ifPresent(archives::add));
    for (int i = 0; i < many.size(); i++) {
      jar(many.get(i), opened.get(i), false);
    }
  }

  /**
   * Takes a jar in.
   *
   * @param named whether the user named this very file, so that it is there or an error says why
   */
  Optional<RawComponent> jar(Path file, String origin, boolean named) throws IOException {
    Lying jar = new Lying(file, origin);
    Opened opened = Opened.of(jar);
    opened.tree.ifPresent(archives::add);
    return jar(jar, opened, named);
  }

  private Optional<RawComponent> jar(Lying jar, Opened opened, boolean named) throws IOException {
    Path file = jar.file;
    try {
      ZipTree tree = opened.get();
      given += Files.size(file);
      note(tree);
      notices.addAll(tree.notices());
      return take(
          new RawComponent(
              jar.origin,
              file,
              FolderTree.content(file),
              tree,
              broughtBy,
              RawComponent.manifestOf(tree)),
          named);
    } catch (GirdleException e) {
      note(e);
      return Optional.empty();
    }
  }

  /** Many archives together, or one in another, can promise too much, though none does alone. */
  private void note(ZipTree tree) {
    promised += tree.files().stream().mapToLong(f -> f.content().size()).sum();
    if (ArchiveBounds.SENSIBLE.exceededBySum(promised, given)) {
      throw GirdleException.application(
          "the archives of the application would unpack from "
              + given
              + " to more than "
              + promised
              + " bytes, which no real ones do.",
          "  Nothing was read from them.");
    }
  }

  /** What is wrong with a jar is told with what is wrong with others; all else at once. */
  private void note(GirdleException e) {
    if (e.fault() != Fault.APPLICATION) {
      throw e;
    }
    problems.addAll(e.lines());
  }

  private Optional<RawComponent> take(RawComponent jar, boolean named) throws IOException {
    Optional<String> closed = Kinds.closedJar(jar.origin(), jar.tree());
    long size = jar.whole().size();
    if (named && closed.filter(c -> !c.equals(Kinds.EARLIER_OUTPUT)).isPresent()) {
      closed = Optional.empty();
    }
    if (closed.isEmpty()) {
      closed = sameAsEarlier(jar);
    }
    if (closed.isPresent()) {
      setAside.add(new SetAside(jar.origin(), closed.get(), size));
      return Optional.empty();
    }
    components.add(jar);
    return Optional.of(jar);
  }

  /** Digests are made only of jars of the same size. */
  private Optional<String> sameAsEarlier(RawComponent jar) throws IOException {
    RawComponent other = bySize.putIfAbsent(jar.whole().size(), jar);
    if (other == null) {
      return Optional.empty();
    }
    byDigest.putIfAbsent(Sha256.of(other.whole()), other.origin());
    String first = byDigest.putIfAbsent(Sha256.of(jar.whole()), jar.origin());
    return Optional.ofNullable(first).map(o -> "the same bytes as " + o);
  }

  /** A jar that may hold jars, and whose classes may lie in a folder of it. */
  void applicationJar(Path file, String origin) throws IOException {
    Optional<RawComponent> found = jar(file, origin);
    if (found.isEmpty()) {
      return;
    }
    RawComponent outer = found.get();
    List<TreeFile> nested = outer.tree().files().stream().filter(f -> isJar(f.path())).toList();
    if (!nested.isEmpty()) {
      components.remove(outer);
      ClassRoots roots = ClassRoots.of(outer.tree());
      for (String root : roots.all()) {
        SubTree part = SubTree.of(outer.tree(), root, path -> isContent(path, root, roots));
        String at = root.isEmpty() ? origin : origin + "!/" + root;
        components.add(new RawComponent(at, null, null, part, broughtBy, outer.manifest()));
      }
      for (TreeFile jar : nested) {
        nestedJar(jar.content(), origin + "!/" + jar.path());
      }
    }
  }

  private void nestedJar(Content content, String origin) throws IOException {
    int depth = origin.split("!/", -1).length - 1;
    if (depth > ArchiveBounds.SENSIBLE.depth()) {
      problems.add(origin + ": lies in more than " + depth + " archives");
      return;
    }
    try {
      ZipTree tree = ZipTree.open(content, origin);
      archives.add(tree);
      note(tree);
      take(
          new RawComponent(origin, null, content, tree, broughtBy, RawComponent.manifestOf(tree)),
          false);
    } catch (GirdleException e) {
      note(e);
    }
  }

  /** The jars and folders that manifests name, and what those name in turn. */
  void followClassPaths() throws IOException {
    Set<Path> seen = new java.util.HashSet<>();
    components.forEach(c -> seen.add(real(c.location())));
    for (int i = 0; i < components.size(); i++) {
      RawComponent jar = components.get(i);
      if (jar.location() != null && jar.isJar()) {
        Set<String> gone = new LinkedHashSet<>();
        for (String address : jar.manifest().classPath()) {
          follow(jar, address, seen, gone);
        }
        noteGone(jar, gone);
      }
    }
  }

  /** Some manifests name dozens of jars that only their makers have. */
  private void noteGone(RawComponent by, Set<String> gone) {
    if (!gone.isEmpty()) {
      notices.add(
          by.origin()
              + ": its manifest names "
              + Few.of(gone, MOST_TOLD)
              + (gone.size() == 1 ? ", which is not there" : ", which are not there"));
    }
  }

  /**
   * Takes in what one address in a manifest names.
   *
   * @param gone where the name is put of what is not there
   */
  private void follow(RawComponent by, String address, Set<Path> seen, Set<String> gone)
      throws IOException {
    Path target;
    try {
      target = Path.of(by.location().toAbsolutePath().toUri().resolve(address)).normalize();
    } catch (IllegalArgumentException | java.nio.file.FileSystemNotFoundException e) {
      notices.add(by.origin() + ": its manifest names " + address + ", which is no file");
      return;
    }
    if (!Files.exists(target)) {
      String name = Paths.fileName(address);
      // another folder may hold it, and all jars are searched
      if (components.stream().noneMatch(c -> Paths.fileName(c.origin()).equals(name))) {
        gone.add(name);
      }
      return;
    }
    if (seen.add(real(target))) {
      if (address.startsWith("file:") || address.startsWith("/")) {
        notices.add(by.origin() + ": its manifest names " + address + ", a path of this machine");
      }
      String origin = Paths.folder(by.origin()) + address;
      from("named by the manifest of " + by.origin());
      if (Files.isDirectory(target)) {
        classPathFolder(target, origin.endsWith("/") ? origin : origin + "/");
      } else {
        jar(target, origin.startsWith("file:") ? Paths.fileName(address) : origin);
      }
    }
  }

  private static Path real(Path path) {
    try {
      return path == null ? Path.of("") : path.toRealPath();
    } catch (IOException e) {
      return path;
    }
  }

  /** Throws everything that is wrong, if anything is. */
  void throwProblems() {
    if (!problems.isEmpty()) {
      throw new GirdleException(Fault.APPLICATION, problems);
    }
  }

  @Override
  public void close() throws IOException {
    for (Closeable archive : archives) {
      archive.close();
    }
  }
}
