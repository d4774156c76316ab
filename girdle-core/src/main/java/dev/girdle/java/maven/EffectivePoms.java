package dev.girdle.java.maven;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Project descriptions with everything that they inherit: parents, profiles, properties, imported
 * lists of versions (POM reference, "Inheritance", "Importing Dependencies").
 */
final class EffectivePoms {
  private static final int MOST_PARENTS = 50;

  private final Supply supply;
  private final Activation activation;
  private final Map<String, Pom> known = new ConcurrentHashMap<>();
  private final Map<String, String> problems = new ConcurrentHashMap<>();

  EffectivePoms(Supply supply, Activation activation) {
    this.supply = supply;
    this.activation = activation;
  }

  /** What could not be read, by coordinates. */
  Map<String, String> problems() {
    return problems;
  }

  /** The description of a library in a repository; empty if there is none that can be read. */
  Optional<Pom> of(Coordinates coordinates) {
    return of(coordinates, new HashSet<>());
  }

  private Optional<Pom> of(Coordinates coordinates, Set<String> importing) {
    String key = coordinates.pom().text();
    Pom there = known.get(key);
    if (there != null) {
      return Optional.of(there);
    }
    Optional<Path> file = supply.file(coordinates.pom());
    if (file.isEmpty()) {
      return Optional.empty();
    }
    try {
      Pom effective = effective(PomReader.read(Files.readAllBytes(file.get())), null, importing);
      known.put(key, effective);
      return Optional.of(effective);
    } catch (IOException e) {
      problems.put(key, e.getMessage());
      return Optional.empty();
    }
  }

  /** The description of a project on disk. */
  Pom ofProject(byte[] pom, Path file) throws IOException {
    Pom raw = PomReader.read(pom);
    supply.ask(raw.repositories()); // its parent may lie there
    return effective(raw, file, new HashSet<>());
  }

  private Pom effective(Pom raw, Path file, Set<String> importing) throws IOException {
    List<Pom> line = new ArrayList<>(List.of(raw));
    Path at = file;
    for (Pom pom = raw; pom.parent() != null && line.size() < MOST_PARENTS; ) {
      Pom.Parent parent = pom.parent();
      Path beside = at == null ? null : besides(at, parent);
      if (beside != null) {
        pom = PomReader.read(Files.readAllBytes(beside));
      } else {
        pom = parentFromSupply(parent);
      }
      at = beside;
      line.add(pom);
    }
    Pom merged = activated(line.get(line.size() - 1));
    for (int i = line.size() - 2; i >= 0; i--) {
      merged = Inheritance.merge(activated(line.get(i)), merged);
    }
    Pom plain = new Interpolation(merged, activation.properties(), parentVersion(raw)).apply();
    return Inheritance.manage(imported(plain, importing));
  }

  private static String parentVersion(Pom raw) {
    return raw.parent() == null ? null : raw.parent().version();
  }

  private Pom activated(Pom pom) {
    Pom result = pom;
    for (Pom.Profile profile : activation.active(pom.profiles())) {
      result = Inheritance.add(result, profile);
    }
    return result;
  }

  /** The parent that lies beside a project, if it is the one that is meant. */
  private static Path besides(Path file, Pom.Parent parent) throws IOException {
    String relative = parent.relativePath() == null ? "../pom.xml" : parent.relativePath();
    if (relative.isEmpty()) {
      return null;
    }
    Path place = file.toAbsolutePath().getParent().resolve(relative).normalize();
    Path pom = Files.isDirectory(place) ? place.resolve("pom.xml") : place;
    if (!Files.isRegularFile(pom)) {
      return null;
    }
    Pom found = PomReader.read(Files.readAllBytes(pom));
    String group =
        found.group() == null && found.parent() != null ? found.parent().group() : found.group();
    boolean meant = parent.artifact().equals(found.artifact()) && parent.group().equals(group);
    return meant ? pom : null;
  }

  private Pom parentFromSupply(Pom.Parent parent) throws IOException {
    Coordinates coordinates = Coordinates.of(parent.group(), parent.artifact(), parent.version());
    if (VersionRange.isOne(parent.version())) {
      coordinates =
          VersionRange.of(parent.version())
              .flatMap(
                  r ->
                      r.newestOf(
                          supply.versions(Coordinates.of(parent.group(), parent.artifact(), ""))))
              .map(v -> Coordinates.of(parent.group(), parent.artifact(), v))
              .orElse(coordinates);
    }
    Optional<Path> file = supply.file(coordinates.pom());
    if (file.isEmpty()) {
      throw new IOException("its parent " + coordinates.text() + " is not to be found");
    }
    return PomReader.read(Files.readAllBytes(file.get()));
  }

  /** Takes in the lists of versions that are imported; what is there already stays. */
  private Pom imported(Pom pom, Set<String> importing) throws IOException {
    Map<String, Pom.Dependency> managed = new LinkedHashMap<>();
    List<Pom.Dependency> imports = new ArrayList<>();
    for (Pom.Dependency d : pom.managed()) {
      boolean isImport = "import".equals(d.scope()) && "pom".equals(d.type());
      if (isImport) {
        imports.add(d);
      } else {
        managed.putIfAbsent(d.key(), d);
      }
    }
    for (Pom.Dependency d : imports) {
      Coordinates c = d.coordinates();
      if (!importing.add(c.text())) {
        continue; // an import that leads back to itself
      }
      Pom bom =
          of(c, importing)
              .orElseThrow(
                  () ->
                      new IOException("the list of versions " + c.text() + " is not to be found"));
      importing.remove(c.text());
      bom.managed().forEach(m -> managed.putIfAbsent(m.key(), m));
    }
    return Inheritance.withManaged(pom, List.copyOf(managed.values()));
  }
}
