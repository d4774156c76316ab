package dev.girdle.plan;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What systems and people show of an application besides its name and release.
 *
 * @param title how people call it; empty for its name
 * @param description one sentence
 * @param vendor who makes it
 * @param identifier in reverse-domain notation, for systems that tell applications apart by it
 * @param homepage an address
 * @param licence an SPDX identifier or expression
 * @param icons PNG files of one picture in one or more sizes; empty for none
 */
public record AppMetadata(
    Optional<String> title,
    Optional<String> description,
    Optional<String> vendor,
    Optional<String> identifier,
    Optional<String> homepage,
    Optional<String> licence,
    List<Path> icons) {
  /** Nothing is said. */
  public static final AppMetadata NONE =
      new AppMetadata(
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          List.of());

  /** Copies the list. */
  public AppMetadata {
    icons = List.copyOf(icons);
  }
}
