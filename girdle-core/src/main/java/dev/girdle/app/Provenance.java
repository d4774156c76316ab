package dev.girdle.app;

import java.util.List;
import java.util.Optional;

/**
 * Where a component comes from, as far as it tells itself.
 *
 * @param group the name space that its makers publish it in; may be empty
 * @param name what its makers call it
 * @param release its release; empty if not known
 * @param address its package URL (Package URL specification, {@code
 *     pkg:type/namespace/name@version})
 * @param licences SPDX identifiers, or what its makers write where none is known; empty if it says
 *     nothing
 * @param texts its licence and notice texts
 */
public record Provenance(
    String group,
    String name,
    Optional<String> release,
    String address,
    List<String> licences,
    List<Item> texts) {
  /** Copies the lists. */
  public Provenance {
    licences = List.copyOf(licences);
    texts = List.copyOf(texts);
  }
}
