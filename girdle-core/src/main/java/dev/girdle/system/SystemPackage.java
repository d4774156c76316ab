package dev.girdle.system;

import java.util.List;
import java.util.Optional;

/**
 * An installed package of a system.
 *
 * @param name as its system calls it
 * @param release as its system writes it
 * @param address its package URL
 * @param licences SPDX identifiers, or what its makers write; empty if not known
 * @param terms where in the system its licence stands; empty if there is no such file
 */
public record SystemPackage(
    String name, String release, String address, List<String> licences, Optional<String> terms) {
  /** Copies the list. */
  public SystemPackage {
    licences = List.copyOf(licences);
  }

  /**
   * How records call it.
   *
   * @return name and release
   */
  public String label() {
    return name + "@" + release;
  }
}
