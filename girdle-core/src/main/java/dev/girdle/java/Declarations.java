package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.io.Paths;
import dev.girdle.java.library.LibraryIndex;
import dev.girdle.java.maven.Description;
import dev.girdle.java.maven.Descriptions;
import dev.girdle.java.maven.LocalFolders;
import java.io.IOException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What the makers of libraries say of what they need: in descriptions that travel in a library, in
 * those of the local repository, and in manifests. Read only if something is missing.
 */
final class Declarations {
  private final JavaFacts facts;
  private Map<Component, Description> descriptions;
  private Set<String> there;
  private Set<String> mandatoryAndAbsent;
  private Optional<LibraryIndex> libraries;
  private final Map<String, Set<String>> holders = new HashMap<>();

  Declarations(JavaFacts facts) {
    this.facts = facts;
  }

  /**
   * Whether a library asks for what somebody declares to need, and of which nothing is there.
   *
   * @param demand a demand of a library that nothing satisfies
   */
  synchronized boolean areBroken(Demand demand) {
    read();
    Component asker = demand.from().component();
    String inPackage = JavaLinkage.packageOf(demand.name());
    boolean imports =
        JarManifest.of(asker).mandatoryPackages().contains(inPackage)
            && !facts.index().hasPackage(inPackage)
            && description(asker).optional().isEmpty();
    return imports || mandatoryAndAbsent.stream().anyMatch(l -> holds(l, demand.name()));
  }

  /**
   * Whether the makers of the asker declare that what it asks for need not be there.
   *
   * @param demand a demand of a library that nothing satisfies
   */
  synchronized boolean makeOptional(Demand demand) {
    read();
    return description(demand.from().component()).optional().stream()
            .filter(l -> !there.contains(l))
            .anyMatch(l -> holds(l, demand.name()))
        && mandatoryAndAbsent.stream().noneMatch(l -> holds(l, demand.name()));
  }

  /** Whether a component is described as a library, by itself or in the local repository. */
  synchronized boolean isPublished(Component component) {
    read();
    return descriptions.containsKey(component);
  }

  private Description description(Component component) {
    return descriptions.getOrDefault(component, Description.SILENT);
  }

  private void read() {
    if (descriptions != null) {
      return;
    }
    descriptions = new HashMap<>();
    there = new HashSet<>();
    mandatoryAndAbsent = new HashSet<>();
    libraries = libraries();
    Descriptions reader = new Descriptions(System.getenv());
    for (Component component : facts.components()) {
      describe(component, reader).ifPresent(d -> descriptions.put(component, d));
    }
    descriptions.values().forEach(d -> there.add(d.library()));
    Set<String> excluded = new HashSet<>();
    descriptions.values().forEach(d -> excluded.addAll(d.excluded()));
    for (Description description : descriptions.values()) {
      description.mandatory().stream()
          .filter(l -> !there.contains(l) && !hasFileOf(l))
          .filter(l -> !isAmong(excluded, l))
          .forEach(mandatoryAndAbsent::add);
    }
  }

  private static boolean isAmong(Set<String> excluded, String library) {
    int colon = library.indexOf(':');
    return excluded.contains(library)
        || excluded.contains(library.substring(0, colon) + ":*")
        || excluded.contains("*:" + library.substring(colon + 1));
  }

  private static Optional<LibraryIndex> libraries() {
    Map<String, String> environment = System.getenv();
    try {
      return Optional.of(
          LibraryIndex.of(
              LocalFolders.repository(environment),
              LocalFolders.cache(environment),
              (what, done, total) -> {}));
    } catch (IOException e) {
      return Optional.empty(); // without it, only what travels in libraries is known
    }
  }

  private Optional<Description> describe(Component component, Descriptions reader) {
    if (component.role() == Role.RUNTIME) {
      return Optional.empty();
    }
    List<Item> embedded =
        component.items().stream()
            .filter(i -> i.path().matches("META-INF/maven/[^/]+/[^/]+/pom\\.xml"))
            .toList();
    if (embedded.size() == 1) {
      return reader.embedded(embedded.get(0).content());
    }
    String fileName = Paths.fileName(component.origin());
    return libraries
        .flatMap(l -> l.pathOf(fileName, component.size()))
        .flatMap(reader::ofRepository);
  }

  /** Whether a file lies there that is called like the library. */
  private boolean hasFileOf(String library) {
    String artifact = library.substring(library.indexOf(':') + 1);
    return facts.components().stream()
        .map(c -> Paths.fileName(c.origin()))
        .anyMatch(f -> f.startsWith(artifact + "-") || f.equals(artifact + ".jar"));
  }

  /** Whether a library holds a class, as far as this machine or its name tells. */
  private boolean holds(String library, String className) {
    Set<String> known = holders.computeIfAbsent(className, this::holdersOf);
    return known.contains(library) || known.isEmpty() && isNamedLike(library, className);
  }

  private Set<String> holdersOf(String className) {
    Set<String> found = new HashSet<>();
    libraries.ifPresent(l -> l.holders(className).forEach(p -> found.add(libraryAt(p))));
    return found;
  }

  private static String libraryAt(String path) {
    String[] parts = path.split("/");
    int n = parts.length;
    return n < 4 ? path : String.join(".", List.of(parts).subList(0, n - 3)) + ":" + parts[n - 3];
  }

  private static boolean isNamedLike(String library, String className) {
    String group = library.substring(0, library.indexOf(':'));
    String[] parts = group.split("\\.");
    String start = parts.length < 2 ? group + "." : parts[0] + "." + parts[1] + ".";
    return className.startsWith(start);
  }
}
