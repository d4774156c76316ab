package dev.girdle.java.maven;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Declared;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Reads what libraries say of what they need. Nothing is fetched: where a parent is not on this
 * machine, only what a description says itself counts.
 *
 * <p>Source of the format: Maven's POM reference, "Dependencies".
 */
public final class Descriptions {
  private static final int LARGEST = 4 << 20;

  /** Other classifiers tell builds of a library apart, one of which has to be there. */
  private static final Set<String> NOT_TO_RUN = Set.of("tests", "sources", "javadoc");

  private final Map<String, String> environment;
  private final Path repository;
  private final EffectivePoms poms;

  /**
   * Prepares to read descriptions of the local repository.
   *
   * @param environment the variables that tell where the local repository is
   */
  public Descriptions(Map<String, String> environment) {
    this.environment = environment;
    Supply supply = new Supply(Declared.LOCAL, environment, (what, done, total) -> {});
    this.repository = supply.localRepository();
    this.poms = new EffectivePoms(supply, Activation.of(Optional.empty()));
  }

  /**
   * The description that a component brings along.
   *
   * @return empty if it brings none, or several
   */
  public static Optional<byte[]> in(Component component) {
    List<Item> found =
        component.items().stream()
            .filter(i -> i.path().matches("META-INF/maven/[^/]+/[^/]+/pom\\.xml"))
            .toList();
    try {
      return found.size() == 1
          ? Optional.of(found.get(0).content().bytes(LARGEST))
          : Optional.empty();
    } catch (IOException e) {
      return Optional.empty(); // as good as none
    }
  }

  /**
   * Reads a description that lies in a library.
   *
   * @param pom its text
   * @return empty if it cannot be read
   */
  public Optional<Description> embedded(byte[] pom) {
    try {
      return read(pom);
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /**
   * Reads the description that lies beside a library in the local repository.
   *
   * @param path of the library, from the repository's folder
   * @return empty if there is none, or it cannot be read
   */
  public Optional<Description> ofRepository(String path) {
    Path folder = repository.resolve(path).getParent();
    String name = folder.getParent().getFileName() + "-" + folder.getFileName() + ".pom";
    try {
      Path pom = folder.resolve(name);
      return Files.isRegularFile(pom) ? read(Files.readAllBytes(pom)) : Optional.empty();
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /**
   * What a build brings together to run a project, by the project's description and those of the
   * libraries that it names.
   *
   * @param pom the text of the project's description
   * @param own {@code group:artifact} of what the application's makers build themselves
   * @return the file of each library by its {@code group:artifact}; none if any of it is not known
   *     on this machine
   */
  public Map<String, Path> broughtTogetherFor(byte[] pom, Set<String> own) {
    Resolver resolver = new Resolver(Declared.LOCAL, own, environment, (what, done, total) -> {});
    Map<String, Path> brought = new HashMap<>();
    try {
      Resolution resolution = resolver.resolve(pom, null);
      if (resolution.missing().isEmpty() && resolution.notices().isEmpty()) {
        resolution.libraries().forEach(l -> brought.put(l.coordinates().library(), l.file()));
      }
    } catch (IOException | GirdleException e) {
      return Map.of(); // its parents are not here
    }
    return brought;
  }

  private Optional<Description> read(byte[] bytes) throws IOException {
    Pom raw = PomReader.read(bytes);
    Pom pom;
    try {
      pom = poms.ofProject(bytes, null);
    } catch (IOException | GirdleException e) {
      pom = raw; // its parents are not here
    }
    Map<String, String> mandatory = new HashMap<>();
    Set<String> optional = new HashSet<>();
    Set<String> provided = new HashSet<>();
    Map<String, Set<String>> excluded = new HashMap<>();
    for (Pom.Dependency d : pom.dependencies()) {
      String library = d.group() + ":" + d.artifact();
      excluded.computeIfAbsent(library, l -> new HashSet<>()).addAll(d.exclusions());
      String scope = d.scope() == null ? "compile" : d.scope();
      if ("true".equals(d.optional())) {
        optional.add(library);
      } else if (scope.equals("provided")) {
        provided.add(library);
      } else if (isJar(d) && (scope.equals("compile") || scope.equals("runtime"))) {
        mandatory.put(library, d.version() == null || d.version().contains("$") ? "" : d.version());
      }
    }
    String group = raw.group() == null && raw.parent() != null ? raw.parent().group() : raw.group();
    return Optional.of(
        new Description(group + ":" + raw.artifact(), mandatory, optional, provided, excluded));
  }

  private static boolean isJar(Pom.Dependency dependency) {
    boolean isBuilt = dependency.type() == null || dependency.type().equals("jar");
    return isBuilt
        && (dependency.classifier() == null || !NOT_TO_RUN.contains(dependency.classifier()));
  }
}
