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
 * @param copyright whose it is: "(c) 2026 the harbour office"; empty for nothing
 * @param rights with which it has to run where a system asks for them
 * @param icons PNG files of one picture in one or more sizes; empty for none
 */
public record AppMetadata(
    Optional<String> title,
    Optional<String> description,
    Optional<String> vendor,
    Optional<String> identifier,
    Optional<String> homepage,
    Optional<String> licence,
    Optional<String> copyright,
    Rights rights,
    List<Path> icons) {
  /** With which rights a program runs. */
  public enum Rights {
    /** Those of whoever starts it. */
    USER,
    /** The most that whoever starts it can have. */
    HIGHEST,
    /** Those of an administrator, or it does not start. */
    ADMINISTRATOR
  }

  /** Nothing is said. */
  public static final AppMetadata NONE =
      new AppMetadata(
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Rights.USER,
          List.of());

  /** Copies the list. */
  public AppMetadata {
    icons = List.copyOf(icons);
  }
}
