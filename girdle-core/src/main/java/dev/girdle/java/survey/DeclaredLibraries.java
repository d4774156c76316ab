package dev.girdle.java.survey;

import dev.girdle.app.Absent;
import dev.girdle.ecosystem.Progress;
import dev.girdle.io.FolderTree;
import dev.girdle.io.TreeFile;
import dev.girdle.java.format.JavaLanguage;
import dev.girdle.java.maven.Library;
import dev.girdle.java.maven.Resolution;
import dev.girdle.java.maven.Resolver;
import dev.girdle.place.Variables;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Takes in the libraries that an application declares and does not hold: those of a project folder,
 * or of a single jar, that has a Maven description with it and no libraries.
 */
final class DeclaredLibraries {
  private static final int LARGEST_POM = 4 << 20;

  private final Source source;
  private final Scan scan;
  private final Progress progress;
  private boolean used;
  private final Map<String, Absent> absent = new LinkedHashMap<>();

  /** A description and where it lies; null in an archive. */
  private record Description(byte[] pom, Path file) {}

  DeclaredLibraries(Source source, Scan scan, Progress progress) {
    this.source = source;
    this.scan = scan;
    this.progress = progress;
  }

  /** What is declared and does not go along. */
  List<Absent> absent() {
    return List.copyOf(absent.values());
  }

  /** Whether anything was looked for, so that the target may make a difference. */
  boolean isUsed() {
    return used;
  }

  void take() throws IOException {
    List<Description> descriptions = descriptions();
    if (descriptions.isEmpty()) {
      return;
    }
    used = true;
    Set<String> own = new LinkedHashSet<>();
    scan.components.forEach(c -> Naming.library(c).ifPresent(own::add));
    List<String> missing = new ArrayList<>();
    Set<String> taken = new LinkedHashSet<>();
    for (Description d : descriptions) {
      Resolver.libraryOf(d.pom).ifPresent(own::add);
    }
    for (Description d : descriptions) {
      try {
        Resolver resolver = new Resolver(source.declared(), own, Variables.here(), progress);
        Resolution found = resolver.resolve(d.pom, d.file);
        scan.notices.addAll(found.notices());
        found.absent().forEach(a -> absent.putIfAbsent(a.library(), a));
        missing.addAll(found.missing());
        for (Library library : found.libraries()) {
          if (taken.add(library.coordinates().library() + library.coordinates().classifier())) {
            take(library);
          }
        }
      } catch (IOException e) {
        scan.notices.add("the project's description cannot be used: " + e.getMessage());
      }
    }
    tell(missing);
  }

  private void take(Library library) throws IOException {
    scan.from("declared by " + String.join(" > ", library.broughtBy()));
    scan.jar(library.file(), library.file().getFileName().toString());
    absent.remove(library.coordinates().library());
  }

  private void tell(List<String> missing) {
    for (String line : missing) {
      scan.notices.add("declared and not to be found: " + line);
    }
    if (!missing.isEmpty() && repositories().isEmpty()) {
      scan.notices.add(
          "only this machine was searched for declared libraries; --repository WHERE names a"
              + " repository to fetch them from, --repository declared those that descriptions"
              + " name");
    }
  }

  private List<String> repositories() {
    return source.declared().repositoriesOf(JavaLanguage.ID);
  }

  private List<Description> descriptions() throws IOException {
    boolean wanted = !repositories().isEmpty();
    if (Files.isDirectory(source.app())) {
      boolean noJars = scan.components.stream().noneMatch(RawComponent::isJar);
      Set<Path> files = new LinkedHashSet<>();
      for (RawComponent component : scan.components) {
        besides(component).ifPresent(files::add);
      }
      if (!files.isEmpty() && (noJars || wanted || scan.components.size() == 1)) {
        List<Description> found = new ArrayList<>();
        for (Path file : files) {
          found.add(read(file));
        }
        return found;
      }
    }
    return scan.components.size() == 1 || wanted ? ofSingleJar() : List.of();
  }

  /** The description in the nearest folder above a component, inside the application. */
  private Optional<Path> besides(RawComponent component) {
    Path top = source.app().toAbsolutePath().normalize();
    Path at = component.location() == null ? null : component.location().toAbsolutePath();
    for (at = at == null ? null : at.normalize(); at != null; at = at.getParent()) {
      if (at.startsWith(top) && Files.isRegularFile(at.resolve("pom.xml"))) {
        return Optional.of(at.resolve("pom.xml"));
      }
      if (!at.startsWith(top)) {
        return Optional.empty();
      }
    }
    return Optional.empty();
  }

  private List<Description> ofSingleJar() throws IOException {
    Optional<RawComponent> jar = scan.components.stream().filter(RawComponent::isJar).findFirst();
    if (jar.isEmpty() || jar.get().location() == null) {
      return List.of();
    }
    Path file = jar.get().location().toAbsolutePath();
    String stem = file.getFileName().toString().replaceFirst("\\.jar$", "");
    for (String name : new String[] {stem + ".pom", "pom.xml"}) {
      if (Files.isRegularFile(file.resolveSibling(name))) {
        return List.of(read(file.resolveSibling(name)));
      }
    }
    List<TreeFile> embedded =
        jar.get().tree().files().stream()
            .filter(f -> f.path().matches("META-INF/maven/[^/]+/[^/]+/pom\\.xml"))
            .toList();
    return embedded.size() == 1
        ? List.of(new Description(embedded.get(0).content().bytes(LARGEST_POM), null))
        : List.of();
  }

  private static Description read(Path file) throws IOException {
    return new Description(FolderTree.content(file).bytes(LARGEST_POM), file);
  }
}
