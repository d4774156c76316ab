package dev.girdle.nativeprogram.survey;

import dev.girdle.app.Component;
import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.nativeprogram.linkage.Runner;
import dev.girdle.nativeprogram.linkage.Runners;
import dev.girdle.nativeprogram.linkage.SystemRules;
import dev.girdle.system.ReceiversLibraries;
import dev.girdle.system.SystemPackage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
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
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What of a system may go along with a program of which only runs tell what it needs: what they
 * opened, with all else of the packages and folders that it came with.
 */
final class SeenParts {
  /** What every system has for itself, or makes while it runs. */
  private static final Pattern OF_THE_MACHINE =
      Pattern.compile(
          "/(?:proc|sys|dev|run|tmp|var|boot|lost\\+found)(?:/.*)?|/etc/ld\\.so\\..*"
              // data of the C library, which is the runtime
              + "|/usr/lib/locale/.*|/usr/share/locale/locale\\.alias|.*/gconv/.*");

  private static final Pattern OF_SYSTEM = Pattern.compile("/(?:usr|opt|lib[^/]*|s?bin|etc)/.+");

  /** Programs, of which each is of use by itself. */
  private static final Pattern PROGRAM = Pattern.compile(".*/(?:s?bin|games)/[^/]+");

  private static final Pattern FOR_BUILDERS =
      Pattern.compile(".*\\.(?:h|hh|hpp|a|la|pc|cmake|m4)|.*/(?:pkgconfig|aclocal|cmake)/.*");

  /** Folders of what was not installed by packages. */
  private static final Pattern UNPACKAGED =
      Pattern.compile("(/opt/[^/]+|/usr/local/(?:lib|share|libexec)/[^/]+)/.*");

  private final SystemRules rules;
  private final SystemParts parts;
  private final Set<String> packages = new LinkedHashSet<>();
  private final Set<String> folders = new LinkedHashSet<>();
  private final Set<String> seen = new HashSet<>();
  private final Map<String, Path> settings = new TreeMap<>();
  private final Set<String> left = new TreeSet<>();
  private final Set<String> gone = new TreeSet<>();

  SeenParts(SystemRules rules) {
    this.rules = rules;
    this.parts =
        new SystemParts(rules, p -> FOR_BUILDERS.matcher(p).matches() && !seen.contains(p), true);
  }

  /**
   * Takes what was seen.
   *
   * @param seen what runs were seen to use
   * @param with what the user wants to go along besides, by real paths
   * @return what may go along, by package
   * @throws IOException if something cannot be read
   */
  List<Component> components(Collection<Seen> seen, List<Path> with) throws IOException {
    for (Path one : with) {
      if (Files.isDirectory(one)) {
        parts.takeFolder(one.toString());
      } else {
        parts.takeOwn(one.toString());
      }
    }
    List<Seen> all =
        seen.stream()
            .filter(s -> s.name().startsWith("/") && with.stream().noneMatch(w -> isBelow(s, w)))
            .toList();
    for (Seen one : all) {
      if (!one.kind().equals(EvidenceKind.LOOKED)) {
        take(one.name());
        if (one.kind().equals(EvidenceKind.PROCESS)) {
          takeRunners(one.name());
        }
      }
    }
    takeSettings();
    takeSettings();
    for (String name : packages) {
      takeRest(rules.database().files(name));
    }
    for (String folder : folders) {
      takeRest(rules.below(folder));
    }
    return parts.components();
  }

  private static boolean isBelow(Seen one, Path with) {
    return Path.of(one.name()).startsWith(with);
  }

  /** What runs opened that belongs to this machine or to somebody on it, and stays behind. */
  Set<String> left() {
    return left;
  }

  /** What is not on this machine. */
  Set<String> gone() {
    return gone;
  }

  /** Settings that somebody changed on this machine. */
  Set<String> changed() {
    return parts.changed();
  }

  /** Links, by path, each with where it leads from where it lies. */
  Map<String, String> links() {
    return parts.links();
  }

  private void take(String path) {
    if (OF_THE_MACHINE.matcher(path).matches() || isOfC(path)) {
      return;
    }
    if (!OF_SYSTEM.matcher(path).matches()) {
      left.add(path);
      return;
    }
    Optional<Path> file = rules.root().file(path);
    if (file.isEmpty()) {
      gone.add(path);
      return;
    }
    Optional<SystemPackage> owner = rules.owner(path);
    if (path.startsWith("/etc/") && owner.isEmpty()) {
      if (!SystemRules.isOfTheMachine(path)) {
        settings.put(path, file.get());
      }
      return;
    }
    rules.canonical(path).ifPresent(seen::add);
    parts.takeSeen(path);
    owner.map(SystemPackage::name).ifPresent(packages::add);
    Matcher unpackaged = UNPACKAGED.matcher(path);
    if (owner.isEmpty() && unpackaged.matches()) {
      folders.add(unpackaged.group(1));
    }
  }

  /**
   * What no package brought to {@code /etc} goes along if it is a copy of what one of these
   * packages brought elsewhere, as it is when that was installed; else it can hold what is nobody
   * else's.
   */
  private void takeSettings() throws IOException {
    Map<Long, List<Path>> brought = new HashMap<>();
    for (String name : settings.isEmpty() ? Set.<String>of() : packages) {
      for (String path : rules.database().files(name)) {
        Optional<Path> file = rules.root().file(path);
        if (file.isPresent()) {
          brought.computeIfAbsent(Files.size(file.get()), s -> new ArrayList<>()).add(file.get());
        }
      }
    }
    for (Map.Entry<String, Path> setting : settings.entrySet()) {
      boolean isCopy = false;
      for (Path one : brought.getOrDefault(Files.size(setting.getValue()), List.of())) {
        isCopy |= Files.mismatch(one, setting.getValue()) < 0;
      }
      if (isCopy) {
        parts.takeSeen(setting.getKey());
      } else {
        left.add(setting.getKey());
      }
    }
  }

  private static boolean isOfC(String path) {
    return ReceiversLibraries.isOfC(Paths.fileName(path));
  }

  /** The system itself opens what a script's first line names, and no run is seen to. */
  private void takeRunners(String path) throws IOException {
    Set<String> known = new HashSet<>();
    String at = path;
    while (known.add(at)) {
      Optional<Path> file = rules.root().file(at);
      Optional<Runner> runner =
          file.isEmpty()
              ? Optional.empty()
              : Runners.of(FolderTree.content(file.get()), false, rules.root());
      if (runner.isPresent()) {
        at = runner.get().program();
        take(at);
      }
    }
  }

  /** The rest of a package or folder: any of it can be opened by a name that no run made. */
  private void takeRest(List<String> paths) throws IOException {
    if (paths.stream().anyMatch(p -> p.matches(".*/libc\\.(?:so\\.6|musl-.*)"))) {
      return; // the C library, which is the runtime
    }
    for (String path : paths) {
      Optional<Path> file = rules.root().file(path);
      boolean isUseful =
          file.isPresent()
              && !PROGRAM.matcher(path).matches()
              && !SystemRules.isForPeople(path)
              && !OF_THE_MACHINE.matcher(path).matches();
      if (isUseful) {
        parts.takeSeen(path);
      }
    }
  }
}
