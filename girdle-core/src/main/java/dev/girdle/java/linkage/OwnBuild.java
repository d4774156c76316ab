package dev.girdle.java.linkage;

import dev.girdle.app.Role;
import dev.girdle.java.index.JavaFacts;
import dev.girdle.java.maven.Descriptions;
import dev.girdle.java.maven.Resolver;
import dev.girdle.place.Variables;
import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/**
 * What the build of the program's own code brings together to run it. Looked up when it is first
 * asked for, on this machine alone; where a description is not here, nothing is known.
 */
final class OwnBuild {
  /** What somebody has built who has said in a description how. */
  static final Set<Role> BUILT = Set.of(Role.OWN, Role.PROGRAM);

  private static final String SERVICES = "META-INF/services/";
  private static final String PROCESSOR = "javax.annotation.processing.Processor";

  private final JavaFacts facts;
  private Map<String, Path> brought;

  OwnBuild(JavaFacts facts) {
    this.facts = facts;
  }

  /**
   * Whether the build brings a library along to run what it makes. What only a compiler calls is
   * not such a library, though it is often declared like one.
   *
   * @param library {@code group:artifact}
   */
  boolean brings(String library) {
    if (brought == null) {
      brought = brought();
    }
    Path file = brought.get(library);
    return file != null && !isForCompiler(file);
  }

  private Map<String, Path> brought() {
    Descriptions descriptions = new Descriptions(Variables.here());
    List<byte[]> own =
        facts.components().stream()
            .filter(c -> BUILT.contains(c.role()))
            .flatMap(c -> Descriptions.in(c).stream())
            .toList();
    Set<String> names =
        own.stream().flatMap(pom -> Resolver.libraryOf(pom).stream()).collect(Collectors.toSet());
    Map<String, Path> all = new HashMap<>();
    own.forEach(pom -> all.putAll(descriptions.broughtTogetherFor(pom, names)));
    return all;
  }

  /** Whether a library lists processors of annotations, and nothing that the program looks for. */
  private boolean isForCompiler(Path file) {
    try (ZipFile zip = new ZipFile(file.toFile())) {
      return zip.getEntry(SERVICES + PROCESSOR) != null
          && zip.stream()
              .map(ZipEntry::getName)
              .filter(name -> name.startsWith(SERVICES))
              .noneMatch(name -> facts.index().hasClass(name.substring(SERVICES.length())));
    } catch (IOException e) {
      return true; // what cannot be read is not sure
    }
  }
}
