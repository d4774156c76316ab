package dev.girdle.plan;

import dev.girdle.app.Target;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * How dependencies that the application declares and does not hold are found.
 *
 * @param repositories what is asked for dependencies of any language, in the order in which it is
 *     asked: addresses, or names that the language knows
 * @param byLanguage what is asked besides, and before, for those of one language, by its id
 * @param offline whether nothing but what is on this machine is asked
 * @param target the target whose variants of libraries are wanted; empty for those of this machine
 */
public record Declared(
    List<String> repositories,
    Map<String, List<String>> byLanguage,
    boolean offline,
    Optional<Target> target) {
  /** Only what is on this machine. */
  public static final Declared LOCAL = new Declared(List.of(), false, Optional.empty());

  /** Copies the lists. */
  public Declared {
    repositories = List.copyOf(repositories);
    Map<String, List<String>> copy = new LinkedHashMap<>();
    byLanguage.forEach((language, names) -> copy.put(language, List.copyOf(names)));
    byLanguage = java.util.Collections.unmodifiableMap(copy);
  }

  /** The same repositories for all languages. */
  public Declared(List<String> repositories, boolean offline, Optional<Target> target) {
    this(repositories, Map.of(), offline, target);
  }

  /**
   * What is asked for dependencies of a language.
   *
   * @param language its id
   * @return in the order in which it is asked; empty if only this machine is
   */
  public List<String> repositoriesOf(String language) {
    List<String> all = new ArrayList<>(byLanguage.getOrDefault(language, List.of()));
    repositories.stream().filter(r -> !all.contains(r)).forEach(all::add);
    return all;
  }

  /** The same for another target. */
  public Declared with(Optional<Target> other) {
    return new Declared(repositories, byLanguage, offline, other);
  }
}
