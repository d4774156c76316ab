package dev.girdle.java.maven;

import java.util.Map;
import java.util.Set;

/**
 * What a library says of itself and of what it needs.
 *
 * @param library {@code group:artifact}; empty if not known
 * @param mandatory {@code group:artifact} of what it needs when it runs, each with the release that
 *     it names; empty where that is not known
 * @param optional {@code group:artifact} of what it can do without
 * @param provided {@code group:artifact} of what it expects to be there
 * @param excluded what its makers keep out: by the {@code group:artifact} of what would bring it,
 *     the {@code group:artifact} of each, where either may be {@code *}
 */
public record Description(
    String library,
    Map<String, String> mandatory,
    Set<String> optional,
    Set<String> provided,
    Map<String, Set<String>> excluded) {
  /** The description of somebody who has none. */
  public static final Description SILENT =
      new Description("", Map.of(), Set.of(), Set.of(), Map.of());

  /** Copies the collections. */
  public Description {
    mandatory = Map.copyOf(mandatory);
    optional = Set.copyOf(optional);
    provided = Set.copyOf(provided);
    excluded = Map.copyOf(excluded);
  }
}
