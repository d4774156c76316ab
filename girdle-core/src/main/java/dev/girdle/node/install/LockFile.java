package dev.girdle.node.install;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.girdle.io.Content;
import java.io.IOException;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What npm was to install, and where (npm documentation, "package-lock.json", {@code
 * lockfileVersion} 2 and 3).
 *
 * @param packages by their places: {@code node_modules/a}, {@code node_modules/a/node_modules/b}
 */
public record LockFile(Map<String, Locked> packages) {
  /** What the file is called. */
  public static final String NAME = "package-lock.json";

  private static final int LARGEST = 64 << 20;
  private static final JsonMapper JSON = new JsonMapper();

  /** Copies the map, sorted by place. */
  public LockFile {
    packages = Collections.unmodifiableMap(new TreeMap<>(packages));
  }

  /**
   * One package.
   *
   * @param version its release; empty if it is not told
   * @param integrity digests of what npm fetches (W3C, "Subresource Integrity"); may be empty
   * @param isForDevelopment whether only those who work on the application need it
   * @param isOptional whether npm does without it, on another system for example
   */
  public record Locked(
      String version, String integrity, boolean isForDevelopment, boolean isOptional) {}

  /**
   * Reads a lock file.
   *
   * @param content the file
   * @return empty if it is of an older kind, which tells no places
   * @throws IOException if it cannot be read, or is no JSON
   */
  public static Optional<LockFile> of(Content content) throws IOException {
    JsonNode root = JSON.readTree(content.bytes(LARGEST));
    int kind = root.path("lockfileVersion").asInt();
    if (kind < 2 || !root.path("packages").isObject()) {
      return Optional.empty();
    }
    Map<String, Locked> packages = new TreeMap<>();
    root.path("packages")
        .properties()
        .forEach(
            e -> {
              JsonNode one = e.getValue();
              if (e.getKey().contains("node_modules/") && !one.path("link").asBoolean()) {
                packages.put(
                    e.getKey(),
                    new Locked(
                        one.path("version").asText(),
                        one.path("integrity").asText(),
                        one.path("dev").asBoolean() || one.path("devOptional").asBoolean(),
                        one.path("optional").asBoolean()
                            || one.path("devOptional").asBoolean()
                            || one.path("peer").asBoolean()));
              }
            });
    return Optional.of(new LockFile(packages));
  }

  /**
   * A package of a name.
   *
   * @param name {@code name} or {@code @scope/name}
   * @return the one nearest to the top; empty if it has none
   */
  public Optional<Locked> called(String name) {
    return packages.entrySet().stream()
        .filter(e -> e.getKey().endsWith("node_modules/" + name))
        .min(Map.Entry.comparingByKey((a, b) -> a.length() - b.length()))
        .map(Map.Entry::getValue);
  }
}
