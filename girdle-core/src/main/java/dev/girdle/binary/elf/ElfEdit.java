package dev.girdle.binary.elf;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What is to become of a program or library.
 *
 * @param runpath where it looks for libraries before the system's places, {@code $ORIGIN} standing
 *     for its own folder; takes the place of all that it said before
 * @param first libraries that it is linked with besides, before all others
 * @param renamed for names or paths of libraries that it is linked with, what to look for instead
 * @param ownLoader how it finds a loader of its own; empty if the system's loads it, and for
 *     libraries
 */
public record ElfEdit(
    List<String> runpath,
    List<String> first,
    Map<String, String> renamed,
    Optional<OwnLoader> ownLoader) {
  /** Copies them. */
  public ElfEdit {
    runpath = List.copyOf(runpath);
    first = List.copyOf(first);
    renamed = Map.copyOf(renamed);
  }

  /**
   * Only where it looks for libraries.
   *
   * @param runpath paths
   * @return an edit
   */
  public static ElfEdit lookingIn(List<String> runpath) {
    return new ElfEdit(runpath, List.of(), Map.of(), Optional.empty());
  }

  /**
   * A loader that comes along with a program.
   *
   * @param code machine code that maps it, for the program's processor: {@code
   *     dev.girdle.linux.CompiledCode.LOADING}
   * @param path where it lies, counted from the program's folder
   */
  public record OwnLoader(byte[] code, String path) {}
}
