package dev.girdle.java.linkage;

import dev.girdle.app.Absent;
import dev.girdle.app.Component;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.io.Paths;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.JavaFacts;
import dev.girdle.java.library.LibraryIndex;
import dev.girdle.java.maven.Description;
import dev.girdle.java.maven.Descriptions;
import dev.girdle.java.maven.Version;
import dev.girdle.place.Variables;
import java.util.ArrayDeque;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What the makers of libraries say of what they need: in descriptions that travel in a library, in
 * those of the local repository, and in manifests. Read when it is first asked for.
 */
public final class Declarations {
  private static final String EVERYTHING = "*:*";

  private final JavaFacts facts;
  private Map<Component, Description> descriptions;
  private final OwnBuild build;
  private final Map<String, Description> byName = new HashMap<>();
  private final Map<Description, Set<String>> expected = new HashMap<>();

  /** What somebody declares to need, and of which nothing is there. */
  private Set<String> absent;

  private final Map<Component, Set<String>> imported = new HashMap<>();
  private final LocalLibraries local;
  private final Set<String> leftOutByUser;
  private Optional<LibraryIndex> libraries;
  private final Map<String, Set<String>> holders = new HashMap<>();

  /**
   * Reads nothing yet.
   *
   * @param facts what is known of the application
   * @param local the libraries of this machine
   * @param leftOut what the user's description of the application leaves out
   */
  public Declarations(JavaFacts facts, LocalLibraries local, List<Absent> leftOut) {
    this.facts = facts;
    this.build = new OwnBuild(facts);
    this.local = local;
    this.leftOutByUser = leftOut.stream().map(Absent::library).collect(Collectors.toSet());
  }

  /**
   * Whether a library asks for what somebody declares to need, and of which nothing is there.
   *
   * @param demand a demand of a library that nothing satisfies
   */
  synchronized boolean areBroken(Demand demand) {
    read();
    Component asker = demand.from().component();
    String inPackage = ClassIndex.packageOf(demand.name());
    // where the makers name libraries, a list of packages, which tools make from the code, says no
    // more than the code does
    boolean imports =
        !descriptions.containsKey(asker)
            && imported
                .computeIfAbsent(asker, c -> JarManifest.of(c).mandatoryPackages())
                .contains(inPackage)
            && !facts.index().hasPackage(inPackage);
    return imports || describeAsNeeded(demand);
  }

  /** Whether a description names what a library asks for, and nothing of that is there. */
  synchronized boolean describeAsNeeded(Demand demand) {
    read();
    Set<String> named = expected(description(demand.from().component()));
    return absentHolders(demand.name()).stream().anyMatch(named::contains);
  }

  /** What a description names as needed, and what the description of that names, and so on. */
  private Set<String> expected(Description description) {
    return expected.computeIfAbsent(
        description,
        d -> {
          Set<String> all = new HashSet<>();
          Deque<String> open = new ArrayDeque<>(d.mandatory().keySet());
          while (!open.isEmpty()) {
            String library = open.pop();
            if (all.add(library)) {
              open.addAll(byName.getOrDefault(library, Description.SILENT).mandatory().keySet());
            }
          }
          return all;
        });
  }

  /**
   * Which of the libraries that somebody declares to need, and of which nothing is there, hold a
   * class.
   */
  synchronized Set<String> absentHolders(String className) {
    read();
    return absent.stream().filter(l -> holds(l, className)).collect(Collectors.toSet());
  }

  /**
   * What the makers of one component declare to need, and of which nothing is there. Libraries that
   * hold no code are not told, and those of which that is not known only if the user's own code
   * declares them.
   */
  synchronized List<String> absentOf(Component component) {
    read();
    return description(component).mandatory().keySet().stream()
        .filter(l -> absent.contains(l) && !leftOutByUser.contains(l))
        .filter(l -> holdsCode(l).orElse(component.role() != Role.LIBRARY))
        .filter(l -> !isTakenIn(l, component))
        .sorted()
        .toList();
  }

  /**
   * Whether the makers of the asker declare that what it asks for need not be there.
   *
   * @param demand a demand of a library that nothing satisfies
   */
  synchronized boolean makeOptional(Demand demand) {
    read();
    Description description = description(demand.from().component());
    return (areHolding(description.optional(), demand)
            || areHolding(description.provided(), demand))
        && absentHolders(demand.name()).isEmpty();
  }

  /**
   * Whether the user's own code asks for what its own build calls optional, and nothing of that is
   * there. What is expected to be there is another matter: somebody has to bring it.
   */
  synchronized boolean callOptional(Demand demand) {
    read();
    return areHolding(description(demand.from().component()).optional(), demand);
  }

  /** Whether one of some libraries is not there, and holds what is demanded. */
  private boolean areHolding(Set<String> libraries, Demand demand) {
    return libraries.stream().anyMatch(l -> !byName.containsKey(l) && holds(l, demand.name()));
  }

  /**
   * Whether the build of the program's own code brings a library along to run it, by descriptions
   * all of which are on this machine.
   */
  synchronized boolean isOfBuild(String library) {
    read();
    return facts.components().stream()
            .filter(c -> OwnBuild.BUILT.contains(c.role()))
            .anyMatch(c -> expected(description(c)).contains(library))
        && build.brings(library);
  }

  /** Whether a component is described as a library, by itself or in the local repository. */
  synchronized boolean isPublished(Component component) {
    read();
    return descriptions.containsKey(component);
  }

  /**
   * The release of a library that descriptions ask for, the newest if they do not agree, and
   * whether it is on this machine.
   *
   * @return a few words that begin with the release; empty if none is asked for
   */
  synchronized Optional<String> wanted(String library) {
    read();
    Optional<String> release =
        descriptions.values().stream()
            .map(d -> d.mandatory().getOrDefault(library, ""))
            .filter(r -> !r.isEmpty())
            .max(Comparator.comparing(Version::of));
    return release.map(
        r -> r + ", as it is declared; the local repository has " + here(library, r));
  }

  private String here(String library, String release) {
    Set<String> here = libraries.map(l -> l.releasesOf(library)).orElse(Set.of());
    Optional<String> newest = here.stream().max(Comparator.comparing(Version::of));
    return here.contains(release) ? "it" : newest.map(n -> "only " + n).orElse("none");
  }

  private Description description(Component component) {
    return descriptions.getOrDefault(component, Description.SILENT);
  }

  private void read() {
    if (descriptions != null) {
      return;
    }
    descriptions = new HashMap<>();
    absent = new HashSet<>();
    libraries = local.index();
    Descriptions reader = new Descriptions(Variables.here());
    for (Component component : facts.components()) {
      describe(component, reader).ifPresent(d -> descriptions.put(component, d));
    }
    descriptions.forEach(
        (component, d) -> {
          if (!isPartWithoutCode(component)) {
            byName.put(d.library(), d);
          }
        });
    for (Description description : descriptions.values()) {
      description.mandatory().keySet().stream()
          .filter(l -> !byName.containsKey(l) && !isExcluded(l, description))
          .filter(l -> !isThere(l))
          .forEach(absent::add);
    }
  }

  /** Whether somebody who uses what declares a library keeps that out. */
  private boolean isExcluded(String library, Description declaring) {
    return descriptions.values().stream()
        .filter(d -> d != declaring && expected(d).contains(declaring.library()))
        .anyMatch(d -> keepsOut(d, library, declaring.library()));
  }

  /** Who keeps out everything means what one library brings, and not what others do. */
  private static boolean keepsOut(Description user, String library, String bringing) {
    return user.excluded().getOrDefault(bringing, Set.of()).contains(EVERYTHING)
        || user.excluded().values().stream().anyMatch(e -> isAmong(e, library));
  }

  private static boolean isAmong(Set<String> excluded, String library) {
    int colon = library.indexOf(':');
    return excluded.contains(library)
        || excluded.contains(library.substring(0, colon) + ":*")
        || excluded.contains("*:" + library.substring(colon + 1));
  }

  private Optional<Description> describe(Component component, Descriptions reader) {
    if (component.role() == Role.RUNTIME) {
      return Optional.empty();
    }
    // what is published says what was taken in, which the description inside does not know
    return libraries
        .flatMap(l -> published(component, l))
        .flatMap(reader::ofRepository)
        .or(() -> embedded(component, reader));
  }

  private static Optional<Description> embedded(Component component, Descriptions reader) {
    return Descriptions.in(component).flatMap(reader::embedded);
  }

  /** Native code or other files that a release has beside its classes, in a jar of their own. */
  private boolean isPartWithoutCode(Component component) {
    return !JavaFacts.holdsCode(component)
        && libraries.flatMap(l -> published(component, l).filter(l::releaseHoldsCode)).isPresent();
  }

  /** Where a component lies in the local repository. */
  private static Optional<String> published(Component component, LibraryIndex libraries) {
    return libraries.pathOf(Paths.fileName(component.origin()), component.size());
  }

  /**
   * Whether something of a library is there. Whose classes are known on this machine is known by
   * these: a file that is called alike may be a part of it that holds none of them.
   */
  private boolean isThere(String library) {
    return hasClassOf(library) || !holdsCode(library).orElse(false) && hasFileOf(library);
  }

  /** Whether a file lies there that is called like the library, and is not known as another. */
  private boolean hasFileOf(String library) {
    String artifact = library.substring(library.indexOf(':') + 1);
    return facts.components().stream()
        .filter(c -> !descriptions.containsKey(c))
        .map(c -> Paths.fileName(c.origin()))
        .anyMatch(f -> f.startsWith(artifact + "-") || f.equals(artifact + ".jar"));
  }

  /** Whether another library has put in what it holds, or stands for it. */
  private boolean hasClassOf(String library) {
    return libraries.stream()
        .flatMap(l -> l.classesOf(library).stream())
        .anyMatch(facts.index()::hasClass);
  }

  /** Whether a component holds a library's classes under other names of its own. */
  private boolean isTakenIn(String library, Component component) {
    Set<String> own =
        component.items().stream()
            .filter(i -> i.path().endsWith(".class"))
            .map(i -> i.name().substring(i.name().lastIndexOf('.') + 1))
            .collect(Collectors.toSet());
    Set<String> classes = libraries.map(l -> l.classesOf(library)).orElse(Set.of());
    long same =
        classes.stream().filter(c -> own.contains(c.substring(c.lastIndexOf('.') + 1))).count();
    return same > 0 && same * 2 >= classes.size();
  }

  private Optional<Boolean> holdsCode(String library) {
    return libraries.flatMap(l -> l.holdsCode(library));
  }

  /** Whether a library holds a class, as far as this machine or its name tells. */
  private boolean holds(String library, String className) {
    Set<String> known = holders.computeIfAbsent(className, this::holdersOf);
    boolean isHere = libraries.filter(l -> l.has(library)).isPresent();
    return known.contains(library) || known.isEmpty() && !isHere && isNamedLike(library, className);
  }

  private Set<String> holdersOf(String className) {
    Set<String> found = new HashSet<>();
    libraries.ifPresent(
        l ->
            l.holders(className).stream()
                .flatMap(p -> Published.at(p).stream())
                .forEach(p -> found.add(p.library())));
    return found;
  }

  private static boolean isNamedLike(String library, String className) {
    String group = library.substring(0, library.indexOf(':'));
    String[] parts = group.split("\\.");
    String start = parts.length < 2 ? group + "." : parts[0] + "." + parts[1] + ".";
    return className.startsWith(start);
  }
}
