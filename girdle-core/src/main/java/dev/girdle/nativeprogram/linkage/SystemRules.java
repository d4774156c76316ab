package dev.girdle.nativeprogram.linkage;

import dev.girdle.app.Target;
import dev.girdle.binary.LinkReading;
import dev.girdle.binary.LinkedCode;
import dev.girdle.binary.NativeCode;
import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.system.LibraryFolders;
import dev.girdle.system.PackageDatabase;
import dev.girdle.system.ReceiversLibraries;
import dev.girdle.system.RootFolder;
import dev.girdle.system.SystemPackage;
import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * What of a Linux system code asks for: libraries that it is linked with or names, and files and
 * folders that it names, if they came with its own package, with one that this needs, or with one
 * that is made for it. All functions give the same answer whenever they are asked, and are safe for
 * use by several threads.
 */
public final class SystemRules {
  /** Places that differ from machine to machine, or that hold what no program brings. */
  private static final Pattern OF_THE_MACHINE =
      Pattern.compile(
          "/(?:dev|proc|sys|tmp|run|var|home|root|boot|mnt|media|srv|usr/local|opt)(?:/.*)?"
              + "|.*/s?bin(?:/.*)?|/usr/(?:include|src)(?:/.*)?"
              // what services of the system read, and those who set them up
              + "|/(?:etc|usr/lib|usr/share)/(?:systemd|init|init\\.d|dbus-1|pam\\.d|security|apt|dpkg"
              + "|udev|tmpfiles\\.d|sysusers\\.d|modprobe\\.d|modules|cron.*|polkit-1|NetworkManager"
              + "|X11/xorg\\.conf\\.d|gdb|debug|debhelper|pkgconfig|cmake)(?:/.*)?"
              + "|/etc/(?:passwd|group|shadow|hosts|resolv\\.conf|fstab|mtab|localtime|nsswitch\\.conf"
              + "|ssl/private|machine-id|hostname|ld\\.so\\..*)(?:/.*)?");

  private static final Pattern FOR_PEOPLE =
      Pattern.compile(
          "/usr/share/(?:doc|doc-base|man|info|lintian|bug|menu|bash-completion|zsh)/.*");

  private static final int MOST_OF_A_FOLDER = 20_000;
  private static final int MOST_OWNERS = 40;

  private final RootFolder root;
  private final Target target;
  private final PackageDatabase database;
  private final PackageData data;
  private final ElfSearch search;
  private final Map<String, Optional<SystemPackage>> ownersOf = new ConcurrentHashMap<>();
  private final Map<String, Shared> folders = new ConcurrentHashMap<>();
  private final Map<String, NamedTexts> texts = new ConcurrentHashMap<>();

  /**
   * A folder of the system.
   *
   * @param files all files below it
   * @param owners the packages that brought any of them
   */
  private record Shared(List<String> files, Set<String> owners) {}

  /**
   * Prepares to ask a system.
   *
   * @param folder its root folder
   * @param target where the program is to run
   * @param application the application's folder; empty if it is part of the system
   */
  public SystemRules(Path folder, Target target, Optional<Path> application) {
    this.root = new RootFolder(folder.toAbsolutePath().normalize());
    this.target = target;
    this.database = new PackageDatabase(root);
    this.data = new PackageData(root, database);
    Set<String> real = new LinkedHashSet<>();
    for (String one : LibraryFolders.all(root, target)) {
      root.find(one).map(root::pathOf).ifPresent(real::add);
    }
    this.search = new ElfSearch(target, application, real);
  }

  /**
   * The system.
   *
   * @return its root folder
   */
  public RootFolder root() {
    return root;
  }

  /**
   * Its packages.
   *
   * @return what is known of them
   */
  public PackageDatabase database() {
    return database;
  }

  /**
   * The data of its packages.
   *
   * @return what comes whole
   */
  public PackageData data() {
    return data;
  }

  /**
   * How its loader looks for libraries.
   *
   * @return always the same
   */
  public ElfSearch search() {
    return search;
  }

  /**
   * Where a path really lies.
   *
   * @param path in the system
   * @return by folders that are no links, while its name stays; empty if there is no such folder
   */
  public Optional<String> canonical(String path) {
    return root.find(Paths.folder(path))
        .map(f -> (root.pathOf(f) + "/" + Paths.fileName(path)).replaceFirst("^/+", "/"));
  }

  /**
   * Where a link of the system leads, if that is a folder.
   *
   * @param path in the system, by folders that are no links
   * @return the folder's own path; empty if it is no link, or leads to no folder
   */
  public Optional<String> folderBehind(String path) {
    Path link = root.folder().resolve(path.substring(1));
    return Files.isSymbolicLink(link)
        ? root.find(path).filter(Files::isDirectory).map(root::pathOf)
        : Optional.empty();
  }

  /**
   * Where a link to a file leads, if it leads to one of some files.
   *
   * @param path in the system
   * @param files paths in the system, by folders that are no links
   * @return from where the link lies; empty if it is none, or leads elsewhere
   */
  public Optional<String> linkWithin(String path, Set<String> files) {
    Path link = root.folder().resolve(path.substring(1));
    Optional<String> at = canonical(path);
    if (!Files.isSymbolicLink(link) || at.isEmpty()) {
      return Optional.empty();
    }
    return root.find(path)
        .filter(Files::isRegularFile)
        .map(root::pathOf)
        .filter(real -> files.contains(real) && !real.equals(at.get()))
        .map(real -> Path.of(at.get()).getParent().relativize(Path.of(real)).toString());
  }

  /**
   * The package that brought a file.
   *
   * @param path in the system
   * @return empty if no package that is known did
   */
  public Optional<SystemPackage> owner(String path) {
    Optional<SystemPackage> known = ownersOf.get(path);
    if (known == null) {
      synchronized (database) {
        known = findOwner(path);
      }
      ownersOf.put(path, known);
    }
    return known;
  }

  private Optional<SystemPackage> findOwner(String path) {
    Optional<SystemPackage> plain = database.of(Set.of(path));
    return plain.isPresent()
        ? plain
        : root.find(path).flatMap(p -> database.of(Set.of(root.pathOf(p))));
  }

  /**
   * Whether people read a file, and programs do not.
   *
   * @param path in the system
   * @return true for documentation
   */
  public static boolean isForPeople(String path) {
    return FOR_PEOPLE.matcher(path).matches();
  }

  /**
   * What code asks for besides what it is linked with.
   *
   * @param spot where the code lies
   * @param content the code
   * @param code what it is linked with
   * @param isDirect whether it is the program itself or something that this is linked with. For
   *     such, what other packages are made for it goes along; what is made for libraries that the
   *     program does not speak to itself does not
   * @return by path of a file that is there, whether it only lies in a folder that is named
   * @throws IOException if something cannot be read
   */
  public Map<String, Boolean> namedBy(Spot spot, Content content, LinkedCode code, boolean isDirect)
      throws IOException {
    Map<String, Boolean> found = new TreeMap<>();
    Optional<NamedTexts> named = texts(spot, content);
    if (named.isEmpty()) {
      return found;
    }
    Optional<String> owner = ownerOf(spot);
    libraries(spot, code, named.get(), isDirect).forEach(p -> found.put(p, false));
    for (String text : named.get().paths()) {
      path(spot, owner, isDirect, text.startsWith("/") ? text : "/usr/" + text, found);
    }
    return found;
  }

  /**
   * The libraries that code names, as if to load them.
   *
   * @param spot where the code lies
   * @param content the code
   * @param code what it is linked with
   * @return paths of those that are there, and that its package needs or brings
   * @throws IOException if something cannot be read
   */
  public Set<String> librariesNamedBy(Spot spot, Content content, LinkedCode code)
      throws IOException {
    Optional<NamedTexts> named = texts(spot, content);
    return named.isPresent() ? libraries(spot, code, named.get(), false) : Set.of();
  }

  /** What stands in code, each read once; empty for what looks for the receiver's own. */
  private Optional<NamedTexts> texts(Spot spot, Content content) throws IOException {
    String name = spot.fileName();
    boolean isReceivers =
        spot.isOfSystem()
            && (ReceiversLibraries.isOfC(name) || ReceiversLibraries.why(name).isPresent());
    if (isReceivers) {
      return Optional.empty();
    }
    NamedTexts named = texts.get(spot.name());
    if (named == null) {
      named = NamedTexts.of(content);
      texts.put(spot.name(), named);
    }
    return Optional.of(named);
  }

  private Optional<String> ownerOf(Spot spot) {
    return spot.isOfSystem() ? owner(spot.name()).map(SystemPackage::name) : Optional.empty();
  }

  private Set<String> libraries(Spot spot, LinkedCode code, NamedTexts named, boolean isDirect)
      throws IOException {
    Set<String> found = new TreeSet<>();
    Optional<String> owner = ownerOf(spot);
    for (String library : named.libraries()) {
      if (!library.equals(spot.fileName()) && !ReceiversLibraries.isOfC(library)) {
        // without what it does not say it needs, its makers are prepared to do
        library(spot, code, library)
            .filter(
                p ->
                    !spot.isOfSystem()
                        || isNear(owner, owner(p).map(SystemPackage::name), isDirect))
            .ifPresent(found::add);
      }
    }
    return found;
  }

  /**
   * The library of the system that code means.
   *
   * @param spot where the code lies
   * @param code what it is linked with
   * @param name the library's name
   * @return its path; empty if the system has none that runs on the target
   * @throws IOException if something cannot be read
   */
  public Optional<String> library(Spot spot, LinkedCode code, String name) throws IOException {
    for (Spot place : search.places(spot, code, name, List.of())) {
      Optional<Path> file = place.isOfSystem() ? root.file(place.name()) : Optional.empty();
      if (file.isPresent() && isForTarget(file.get())) {
        return canonical(place.name());
      }
    }
    return Optional.empty();
  }

  /**
   * The library of the system that a name means which is looked for while the program runs.
   *
   * @param spot where the asker lies
   * @param name the library's name
   * @return its path; empty if the system has none that runs on the target
   * @throws IOException if something cannot be read
   */
  public Optional<String> library(Spot spot, String name) throws IOException {
    return library(spot, LinkedCode.NOTHING, name);
  }

  /**
   * Where on the system something of a library's name is that can be loaded by an asker, though its
   * loader does not look there.
   *
   * @param name of the library
   * @param asker for which systems and processors the asker is
   * @return for people; empty if there is none
   */
  public Optional<String> whereabouts(String name, NativeCode asker) {
    synchronized (database) {
      for (String path : database.named(Paths.fileName(name))) {
        Optional<Path> file = root.file(path);
        try {
          if (file.isPresent()
              && NativeCode.of(FolderTree.content(file.get()))
                  .filter(c -> c.system().equals(asker.system()))
                  .filter(c -> c.processors().stream().anyMatch(asker.processors()::contains))
                  .isPresent()) {
            String owner =
                database.of(Set.of(path)).map(p -> " of the package " + p.name()).orElse("");
            return Optional.of(path + owner + " is called so: --with " + path);
          }
        } catch (IOException e) {
          continue; // what cannot be read is of no help
        }
      }
    }
    return Optional.empty();
  }

  private boolean isForTarget(Path file) throws IOException {
    return NativeCode.of(FolderTree.content(file))
        .filter(c -> target.runs(c.system(), c.processors()))
        .isPresent();
  }

  /**
   * Reads code for the target.
   *
   * @param content any file
   * @return empty if it is none
   * @throws IOException if it cannot be read
   */
  public Optional<LinkedCode> read(Content content) throws IOException {
    if (NativeCode.of(content).filter(c -> target.runs(c.system(), c.processors())).isEmpty()) {
      return Optional.empty();
    }
    try (SeekableByteChannel channel = Channels.seekable(content)) {
      return LinkReading.of(channel) instanceof LinkReading.Read read
          ? read.parts().stream().findFirst()
          : Optional.empty();
    }
  }

  private void path(
      Spot spot, Optional<String> owner, boolean isDirect, String path, Map<String, Boolean> found)
      throws IOException {
    if (isOfTheMachine(path) || path.contains("/..")) {
      return;
    }
    Optional<Path> there = root.find(path);
    if (there.isEmpty()) {
      return;
    }
    boolean isOwn = !spot.isOfSystem();
    if (Files.isRegularFile(there.get())) {
      if (ReceiversLibraries.isOfC(Paths.fileName(path))) {
        return; // which is the runtime
      }
      // what no package brought was made when one was installed, in a folder of that
      Optional<String> its =
          owner(path)
              .or(() -> owner(Paths.folder(path).replaceFirst("/$", "")))
              .map(SystemPackage::name);
      if (isOwn ? its.isPresent() : isNear(owner, its, isDirect)) {
        canonical(path).ifPresent(p -> found.put(p, false));
      }
    } else if (Files.isDirectory(there.get()) && isDeep(path)) {
      folder(isOwn, owner, isDirect, path, found);
    }
  }

  /**
   * Whether a file may go along: one that its system lets not everybody read holds what is nobody
   * else's.
   *
   * @param file a file of the system
   * @return false also if nobody can tell
   */
  public static boolean isForEverybody(Path file) {
    try {
      return Files.getPosixFilePermissions(file).contains(PosixFilePermission.OTHERS_READ);
    } catch (UnsupportedOperationException e) {
      return true; // a root folder that was copied to a disk without such rights
    } catch (IOException e) {
      return false;
    }
  }

  /**
   * Whether somebody changed a file of settings on this machine.
   *
   * @param path in the system, by folders that are no links
   * @return false also if that cannot be told
   */
  public boolean isChangedHere(String path) {
    synchronized (database) {
      try {
        return database.isChanged(path);
      } catch (IOException e) {
        return false; // whoever takes it along says that it cannot be read
      }
    }
  }

  /**
   * Whether a path differs from machine to machine, or is for what no program brings.
   *
   * @param path in the system
   * @return true for {@code /etc/passwd}
   */
  public static boolean isOfTheMachine(String path) {
    return OF_THE_MACHINE.matcher(path).matches();
  }

  private static boolean isDeep(String path) {
    return path.chars().filter(c -> c == '/').count() >= 3;
  }

  private void folder(
      boolean isOwn,
      Optional<String> owner,
      boolean isDirect,
      String path,
      Map<String, Boolean> found)
      throws IOException {
    Shared folder = folders.get(path);
    if (folder == null) {
      folder = shared(path);
      folders.put(path, folder);
    }
    Set<String> near = new HashSet<>();
    folder.owners.stream()
        .filter(o -> isOwn || isNear(owner, Optional.of(o), isDirect))
        .forEach(near::add);
    if (near.isEmpty()) {
      return;
    }
    for (String file : folder.files) {
      Optional<SystemPackage> its = owner(file);
      // what no package brought are lists that are made when something is installed; but under
      // /etc, the machine's own
      boolean isMade = its.isEmpty() && !file.startsWith("/etc/");
      if (isMade || its.isPresent() && near.contains(its.get().name())) {
        found.putIfAbsent(file, true);
      }
    }
  }

  /** Nothing of a folder that many share: who names that joins names of its own to it. */
  private Shared shared(String path) throws IOException {
    List<String> files = below(path);
    Set<String> owners = new LinkedHashSet<>();
    for (String file : files) {
      owner(file).ifPresent(o -> owners.add(o.name()));
      if (owners.size() > MOST_OWNERS) {
        return new Shared(List.of(), Set.of());
      }
    }
    return new Shared(files, owners);
  }

  /**
   * All files below a folder.
   *
   * @param path in the system
   * @return sorted, links to folders among them; empty if there is no such folder, or it holds more
   *     than any program brings
   * @throws IOException if it cannot be read
   */
  public List<String> below(String path) throws IOException {
    Optional<Path> folder = root.find(path).filter(Files::isDirectory);
    if (folder.isEmpty()) {
      return List.of();
    }
    List<String> found = new ArrayList<>();
    try (Stream<Path> all = Files.walk(folder.get())) {
      for (Path one : (Iterable<Path>) all::iterator) {
        if (!Files.isDirectory(one) || Files.isSymbolicLink(one)) {
          found.add(root.pathOf(one));
        }
        if (found.size() > MOST_OF_A_FOLDER) {
          return List.of();
        }
      }
    } catch (java.io.UncheckedIOException e) {
      return List.of(); // a folder that only others may read is not for this program
    }
    found.sort(null);
    return found;
  }

  /** Whether a package is the asker's, one that this needs, or one that is made for it. */
  private boolean isNear(Optional<String> asker, Optional<String> owner, boolean isDirect) {
    if (asker.isEmpty() || owner.isEmpty()) {
      return false;
    }
    synchronized (database) {
      return asker.equals(owner)
          || database.needs(asker.get()).contains(owner.get())
          || isDirect
              && (database.needs(owner.get()).contains(asker.get())
                  || database.likes(asker.get()).contains(owner.get()));
    }
  }
}
