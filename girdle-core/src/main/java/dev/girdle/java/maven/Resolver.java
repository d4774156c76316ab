package dev.girdle.java.maven;

import dev.girdle.app.Absent;
import dev.girdle.ecosystem.Progress;
import dev.girdle.java.maven.Graph.Node;
import dev.girdle.java.maven.Graph.Scope;
import dev.girdle.plan.Declared;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Resolves the run-time dependencies of a project ("Introduction to the Dependency Mechanism").
 *
 * <p>The tree is walked breadth first, so that of several versions of a library the one nearest to
 * the project wins, and of those equally near the one declared first; what loses is not followed.
 * What is declared for tests or provided elsewhere takes part in that, and is left out in the end.
 */
public final class Resolver {
  private static final int MOST_NODES = 20_000;

  private final Supply supply;
  private final EffectivePoms poms;
  private final Set<String> ownLibraries;
  private final Map<String, Node> winners = new LinkedHashMap<>();
  private final Map<String, Absent> absent = new LinkedHashMap<>();
  private final List<String> notices = new ArrayList<>();
  private final Map<String, Pom.Dependency> rootManaged = new HashMap<>();
  private final Set<String> unknown = new TreeSet<>();
  private final Map<String, List<VersionRange>> ranges = new HashMap<>();

  /**
   * Creates a resolver.
   *
   * @param declared where files are looked for
   * @param ownLibraries libraries ({@code group:artifact}) that the application has built itself
   * @param environment the environment variables
   * @param progress is told how the work gets on
   */
  public Resolver(
      Declared declared,
      Collection<String> ownLibraries,
      Map<String, String> environment,
      Progress progress) {
    this.supply = new Supply(declared, environment, progress);
    this.poms = new EffectivePoms(supply, Activation.of(declared.target()));
    this.ownLibraries = Set.copyOf(ownLibraries);
  }

  /**
   * The library that a project makes.
   *
   * @param pom its description
   * @return {@code group:artifact}; empty if the description cannot be read
   */
  public static Optional<String> libraryOf(byte[] pom) {
    try {
      Pom raw = PomReader.read(pom);
      String group =
          raw.group() == null && raw.parent() != null ? raw.parent().group() : raw.group();
      return Optional.of(group + ":" + raw.artifact());
    } catch (IOException e) {
      return Optional.empty(); // resolving it tells why
    }
  }

  /**
   * Resolves a project.
   *
   * @param pom its description
   * @param file where the description lies on disk; null if it lies in an archive
   * @return what its dependencies come to
   * @throws IOException if the description, or one that it is based on, cannot be read
   */
  public Resolution resolve(byte[] pom, Path file) throws IOException {
    Pom project = poms.ofProject(pom, file);
    project.managed().forEach(m -> rootManaged.putIfAbsent(m.key(), m));
    Coordinates self = Coordinates.of(project.group(), project.artifact(), project.version());
    Node root = new Node(self, null, Scope.COMPILE, false, List.of());
    root.scope = Scope.COMPILE;
    expand(root, project);
    List<Node> level = root.children;
    while (!level.isEmpty() && winners.size() < MOST_NODES) {
      List<Node> next = new ArrayList<>();
      for (Node node : level) {
        if (winners.get(node.coordinates.conflictKey()) == node) {
          describe(node).ifPresent(p -> expand(node, p));
          next.addAll(node.children);
        }
      }
      level = next;
    }
    spreadScopes(root);
    return result();
  }

  private Optional<Pom> describe(Node node) {
    Optional<Pom> pom = poms.of(node.coordinates);
    if (pom.isEmpty()) {
      unknown.add(node.coordinates.text());
    }
    return pom;
  }

  private void expand(Node node, Pom pom) {
    supply.ask(pom.repositories());
    readAhead(node, pom);
    for (Pom.Dependency declared : pom.dependencies()) {
      if (declared.group() != null && declared.artifact() != null) {
        add(node, node.depth == 0 ? declared : managedByRoot(declared));
      }
    }
  }

  /** Several descriptions are fetched at a time. */
  private void readAhead(Node node, Pom pom) {
    if (supply.isConnected()) {
      pom.dependencies().stream()
          .map(d -> node.depth == 0 ? d : managedByRoot(d))
          .filter(d -> node.depth == 0 || Scope.of(d.scope()).isPassedOn())
          .filter(d -> d.version() != null && !"true".equals(d.optional()))
          .map(Pom.Dependency::coordinates)
          .filter(c -> !VersionRange.isOne(c.version()))
          .filter(c -> !winners.containsKey(c.conflictKey()))
          .toList()
          .parallelStream()
          .forEach(poms::of);
    }
  }

  /** What the project itself says of versions, scopes and exclusions holds all the way down. */
  private Pom.Dependency managedByRoot(Pom.Dependency d) {
    Pom.Dependency m = rootManaged.get(d.key());
    if (m == null) {
      return d;
    }
    List<String> exclusions = new ArrayList<>(d.exclusions());
    exclusions.addAll(m.exclusions());
    return new Pom.Dependency(
        d.group(),
        d.artifact(),
        m.version() == null ? d.version() : m.version(),
        d.classifier(),
        d.type(),
        m.scope() == null ? d.scope() : m.scope(),
        m.optional() == null ? d.optional() : m.optional(),
        exclusions);
  }

  private void add(Node parent, Pom.Dependency d) {
    Scope scope = Scope.of(d.scope());
    boolean optional = "true".equals(d.optional());
    Coordinates wanted = d.coordinates();
    if (parent.depth > 0 && (optional || !scope.isPassedOn())) {
      leaveOut(wanted, optional ? "optional" : "scope " + scope.text(), parent);
      return;
    }
    Node excluder = parent.excluderOf(wanted);
    if (excluder != null) {
      leaveOut(wanted, "excluded", excluder);
      return;
    }
    Coordinates chosen = relocated(chosen(wanted), parent);
    Node node = new Node(chosen, parent, scope, optional, d.exclusions());
    Node winner = winners.putIfAbsent(chosen.conflictKey(), node);
    if (winner == null) {
      parent.children.add(node);
    } else {
      winner.others.add(node);
    }
  }

  private void leaveOut(Coordinates c, String why, Node by) {
    String text = why + ", declared by " + by.coordinates.text();
    absent.putIfAbsent(c.library(), new Absent(c.library(), c.version(), text));
  }

  /** Takes the newest version of a range; of several ranges, the newest that lies in all. */
  private Coordinates chosen(Coordinates wanted) {
    Optional<VersionRange> range =
        VersionRange.isOne(wanted.version()) ? VersionRange.of(wanted.version()) : Optional.empty();
    boolean open = Set.of("LATEST", "RELEASE").contains(wanted.version());
    if (range.isEmpty() && !open) {
      return wanted;
    }
    List<VersionRange> all = ranges.computeIfAbsent(wanted.conflictKey(), k -> new ArrayList<>());
    range.ifPresent(all::add);
    return supply.versions(wanted).stream()
        .filter(v -> all.stream().allMatch(r -> r.contains(v)))
        .filter(v -> !v.endsWith("-SNAPSHOT") || wanted.version().contains("SNAPSHOT"))
        .max(java.util.Comparator.comparing(Version::of))
        .map(wanted::withVersion)
        .orElse(wanted);
  }

  /** Follows a library to where it was moved (POM reference, "Relocation"). */
  private Coordinates relocated(Coordinates from, Node parent) {
    Coordinates at = from;
    for (int i = 0; i < 10 && !ownLibraries.contains(at.library()); i++) {
      Pom.Parent to = poms.of(at).map(Pom::relocation).orElse(null);
      if (to == null) {
        return at;
      }
      at =
          new Coordinates(
              to.group() == null ? at.group() : to.group(),
              to.artifact() == null ? at.artifact() : to.artifact(),
              to.version() == null ? at.version() : to.version(),
              at.classifier(),
              at.type());
      Pom.Dependency managed =
          rootManaged.get(at.library() + ":" + at.type() + ":" + at.classifier());
      if (managed != null && managed.version() != null && parent.depth > 0) {
        at = at.withVersion(managed.version());
      }
    }
    return at;
  }

  /**
   * A library that is asked for in several scopes has the widest of them, unless the project itself
   * declares one.
   */
  private void spreadScopes(Node root) {
    boolean changed = true;
    while (changed) {
      changed = false;
      for (Node winner : winners.values()) {
        Scope widest = effective(winner);
        for (Node other : winner.others) {
          Scope scope = winner.depth == 1 ? null : effective(other);
          if (scope != null && (widest == null || scope.compareTo(widest) < 0)) {
            widest = scope;
          }
        }
        changed |= widest != winner.scope;
        winner.scope = widest;
      }
    }
  }

  /** The scope that a node has by the way that leads to it; null while that is not known. */
  private Scope effective(Node node) {
    Node winner = node.parent.depth == 0 ? node.parent : winnerOf(node.parent);
    return winner.scope == null ? null : winner.scope.through(node.declared);
  }

  private Node winnerOf(Node node) {
    return winners.getOrDefault(node.coordinates.conflictKey(), node);
  }

  private Resolution result() {
    List<Library> libraries = new ArrayList<>();
    List<String> missing = new ArrayList<>();
    List<Node> inOrder = winners.values().stream().filter(n -> !isOwn(n.coordinates)).toList();
    Map<Node, Path> files = new HashMap<>();
    inOrder.stream().filter(n -> isWanted(n)).toList().parallelStream()
        .forEach(
            n ->
                supply
                    .file(n.coordinates)
                    .ifPresent(
                        f -> {
                          synchronized (files) {
                            files.put(n, f);
                          }
                        }));
    for (Node node : inOrder) {
      Coordinates c = node.coordinates;
      if (node.scope == null || !node.scope.atRunTime()) {
        String scope = node.scope == null ? "compile" : node.scope.text();
        leaveOut(c, "scope " + scope, node.parent);
      } else if (files.containsKey(node)) {
        libraries.add(new Library(c, files.get(node), node.path()));
        absent.remove(c.library());
      } else if (isWanted(node)) {
        missing.add(missing(node));
      }
    }
    boolean anyUnknown = libraries.stream().anyMatch(l -> unknown.contains(l.coordinates().text()));
    if (anyUnknown) {
      notices.add("some libraries have no description, so what they need in turn is not known");
    }
    notices.addAll(supply.unasked());
    poms.problems().forEach((c, why) -> notices.add(c + ": its description " + why));
    supply.unverified().forEach(f -> notices.add(f + ": there is no checksum to verify it with"));
    return new Resolution(libraries, List.copyOf(absent.values()), missing, notices);
  }

  private boolean isOwn(Coordinates c) {
    return ownLibraries.contains(c.library());
  }

  private static boolean isWanted(Node node) {
    return node.scope != null
        && node.scope.atRunTime()
        && node.coordinates.extension().equals("jar");
  }

  private String missing(Node node) {
    Coordinates c = node.coordinates;
    String diagnosis = supply.troubles().get(c.folder() + c.fileName());
    String version = c.version().isEmpty() ? " (no version is declared)" : "";
    return c.text()
        + version
        + ", declared by "
        + node.parent.coordinates.text()
        + (diagnosis == null ? "" : ": " + diagnosis);
  }
}
