package dev.girdle.java.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Role;
import dev.girdle.io.Paths;
import dev.girdle.java.index.JavaFacts;
import dev.girdle.java.library.LibraryIndex;
import dev.girdle.java.maven.Description;
import dev.girdle.java.maven.Descriptions;
import dev.girdle.place.Variables;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Which components are described as libraries, and what these descriptions name that is not there.
 * Not for several threads at once.
 */
final class Described {
  private static final String EVERYTHING = "*:*";

  private final JavaFacts facts;
  private final Optional<LibraryIndex> libraries;
  private final Map<Component, Description> descriptions = new HashMap<>();
  private final Map<String, Description> byName = new HashMap<>();
  private final Map<Description, Set<String>> expected = new HashMap<>();
  private final Set<String> absent = new HashSet<>();
  private final Map<String, Set<String>> holders = new HashMap<>();

  /**
   * Reads the descriptions.
   *
   * @param libraries those of this machine; empty if they are not known
   */
  Described(JavaFacts facts, Optional<LibraryIndex> libraries) {
    this.facts = facts;
    this.libraries = libraries;
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

  private Optional<Description> describe(Component component, Descriptions reader) {
    if (component.role() == Role.RUNTIME) {
      return Optional.empty();
    }
    // what is published says what was taken in, which the description inside does not know
    return libraries
        .flatMap(l -> published(component, l))
        .flatMap(reader::ofRepository)
        .or(() -> Descriptions.in(component).flatMap(reader::embedded));
  }

  /** All that were found, in no order. */
  Collection<Description> all() {
    return descriptions.values();
  }

  /** What describes a component; what says nothing if nothing does. */
  Description of(Component component) {
    return descriptions.getOrDefault(component, Description.SILENT);
  }

  boolean describes(Component component) {
    return descriptions.containsKey(component);
  }

  /** Whether one of the components is described as a library. */
  boolean describes(String library) {
    return byName.containsKey(library);
  }

  /** Whether somebody declares to need a library of which nothing is there. */
  boolean isAbsent(String library) {
    return absent.contains(library);
  }

  /**
   * Which of the libraries that somebody declares to need, and of which nothing is there, hold a
   * class.
   */
  Set<String> absentHolders(String className) {
    return absent.stream().filter(l -> holds(l, className)).collect(Collectors.toSet());
  }

  /** What a description names as needed, and what the description of that names, and so on. */
  Set<String> expected(Description description) {
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
  boolean isTakenIn(String library, Component component) {
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

  /** Whether a library holds code; empty if this machine does not know. */
  Optional<Boolean> holdsCode(String library) {
    return libraries.flatMap(l -> l.holdsCode(library));
  }

  /** The releases of a library that are on this machine. */
  Set<String> releasesOf(String library) {
    return libraries.map(l -> l.releasesOf(library)).orElse(Set.of());
  }

  /** Whether a library holds a class, as far as this machine or its name tells. */
  boolean holds(String library, String className) {
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
