package dev.girdle.java.maven;

import java.nio.file.Path;
import java.util.List;

/**
 * A library that goes along since it is declared.
 *
 * @param coordinates what it is
 * @param file where it lies on this machine
 * @param broughtBy who declares it, from the project down: {@code group:artifact:version}
 */
public record Library(Coordinates coordinates, Path file, List<String> broughtBy) {
  /** Copies the list. */
  public Library {
    broughtBy = List.copyOf(broughtBy);
  }
}
