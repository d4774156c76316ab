package dev.girdle.java.linkage;

import dev.girdle.app.Absent;
import dev.girdle.app.Component;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.JavaFacts;
import dev.girdle.java.maven.Description;
import dev.girdle.java.maven.Version;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What the makers of libraries say of what they need: in descriptions that travel in a library, in
 * those of the local repository, and in manifests. Read when it is first asked for, or ahead of
 * that.
 */
public final class Declarations {
  private final JavaFacts facts;
  private final OwnBuild build;
  private final LocalLibraries local;
  private final Ahead<Described> described;
  private final Map<Component, Set<String>> imported = new HashMap<>();
  private final Set<String> leftOutByUser;

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
    this.described =
        new Ahead<>("declarations", () -> new Described(facts, local.indexInSilence()));
    this.leftOutByUser = leftOut.stream().map(Absent::library).collect(Collectors.toSet());
  }

  /** Begins to read them, and the index before them, beside whatever else goes on. */
  public void ahead() {
    described.begin();
  }

  /** What is described; waits for the index first, which tells how it gets on. */
  private Described described() {
    local.index();
    return described.get();
  }

  /**
   * Whether a library asks for what somebody declares to need, and of which nothing is there.
   *
   * @param demand a demand of a library that nothing satisfies
   */
  synchronized boolean areBroken(Demand demand) {
    Component asker = demand.from().component();
    String inPackage = ClassIndex.packageOf(demand.name());
    // where the makers name libraries, a list of packages, which tools make from the code, says no
    // more than the code does
    boolean imports =
        !described().describes(asker)
            && imported
                .computeIfAbsent(asker, c -> JarManifest.of(c).mandatoryPackages())
                .contains(inPackage)
            && !facts.index().hasPackage(inPackage);
    return imports || describeAsNeeded(demand);
  }

  /** Whether a description names what a library asks for, and nothing of that is there. */
  synchronized boolean describeAsNeeded(Demand demand) {
    Described all = described();
    Set<String> named = all.expected(all.of(demand.from().component()));
    return absentHolders(demand.name()).stream().anyMatch(named::contains);
  }

  /**
   * Which of the libraries that somebody declares to need, and of which nothing is there, hold a
   * class.
   */
  synchronized Set<String> absentHolders(String className) {
    return described().absentHolders(className);
  }

  /**
   * What the makers of one component declare to need, and of which nothing is there. Libraries that
   * hold no code are not told, and those of which that is not known only if the user's own code
   * declares them.
   */
  synchronized List<String> absentOf(Component component) {
    Described all = described();
    return all.of(component).mandatory().keySet().stream()
        .filter(l -> all.isAbsent(l) && !leftOutByUser.contains(l))
        .filter(l -> all.holdsCode(l).orElse(component.role() != Role.LIBRARY))
        .filter(l -> !all.isTakenIn(l, component))
        .sorted()
        .toList();
  }

  /**
   * Whether the makers of the asker declare that what it asks for need not be there.
   *
   * @param demand a demand of a library that nothing satisfies
   */
  synchronized boolean makeOptional(Demand demand) {
    Description description = described().of(demand.from().component());
    return (areHolding(description.optional(), demand)
            || areHolding(description.provided(), demand))
        && absentHolders(demand.name()).isEmpty();
  }

  /**
   * Whether the user's own code asks for what its own build calls optional, and nothing of that is
   * there. What is expected to be there is another matter: somebody has to bring it.
   */
  synchronized boolean callOptional(Demand demand) {
    return areHolding(described().of(demand.from().component()).optional(), demand);
  }

  /** Whether one of some libraries is not there, and holds what is demanded. */
  private boolean areHolding(Set<String> libraries, Demand demand) {
    Described all = described();
    return libraries.stream().anyMatch(l -> !all.describes(l) && all.holds(l, demand.name()));
  }

  /**
   * Whether the build of the program's own code brings a library along to run it, by descriptions
   * all of which are on this machine.
   */
  synchronized boolean isOfBuild(String library) {
    Described all = described();
    return facts.components().stream()
            .filter(c -> OwnBuild.BUILT.contains(c.role()))
            .anyMatch(c -> all.expected(all.of(c)).contains(library))
        && build.brings(library);
  }

  /** Whether a component is described as a library, by itself or in the local repository. */
  synchronized boolean isPublished(Component component) {
    return described().describes(component);
  }

  /**
   * The release of a library that descriptions ask for, the newest if they do not agree, and
   * whether it is on this machine.
   *
   * @return a few words that begin with the release; empty if none is asked for
   */
  synchronized Optional<String> wanted(String library) {
    Optional<String> release =
        described().all().stream()
            .map(d -> d.mandatory().getOrDefault(library, ""))
            .filter(r -> !r.isEmpty())
            .max(Comparator.comparing(Version::of));
    return release.map(
        r -> r + ", as it is declared; the local repository has " + here(library, r));
  }

  private String here(String library, String release) {
    Set<String> here = described().releasesOf(library);
    Optional<String> newest = here.stream().max(Comparator.comparing(Version::of));
    return here.contains(release) ? "it" : newest.map(n -> "only " + n).orElse("none");
  }
}
