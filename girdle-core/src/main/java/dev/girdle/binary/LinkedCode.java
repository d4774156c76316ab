package dev.girdle.binary;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What native code for one processor says of what it is linked with.
 *
 * @param ownName what others call it who are linked with it (ELF: {@code DT_SONAME}; Mach-O: {@code
 *     LC_ID_DYLIB}); empty if it says nothing
 * @param needed the libraries that it is linked with, in the order in which they are looked for
 * @param rpath where they are looked for before all else (ELF: {@code DT_RPATH}; Mach-O: {@code
 *     LC_RPATH}), in order, {@code $ORIGIN}, {@code @loader_path} and the like as they stand
 * @param runpath where they are looked for after what the user says (ELF: {@code DT_RUNPATH})
 * @param interpreter the program that loads it; empty for libraries, and where the system knows it
 * @param versions for each library, the versions of symbols that it has to have (ELF)
 * @param defined the versions of symbols that it has for others (ELF); empty if it tells none
 * @param subsystem what Windows opens for it; empty elsewhere
 * @param leastRelease the oldest release of Windows or macOS that its header allows (PE: {@code
 *     MajorSubsystemVersion}; Mach-O: {@code LC_BUILD_VERSION}, {@code LC_VERSION_MIN_MACOSX}), for
 *     example 6.1; empty if it says none
 */
public record LinkedCode(
    Optional<String> ownName,
    List<Needed> needed,
    List<String> rpath,
    List<String> runpath,
    Optional<String> interpreter,
    Map<String, Set<String>> versions,
    Set<String> defined,
    Optional<Subsystem> subsystem,
    Optional<String> leastRelease) {
  /** Code that is linked with nothing and says nothing. */
  public static final LinkedCode NOTHING =
      new LinkedCode(
          Optional.empty(),
          List.of(),
          List.of(),
          List.of(),
          Optional.empty(),
          Map.of(),
          Set.of(),
          Optional.empty(),
          Optional.empty());

  /** Copies the lists and the map. */
  public LinkedCode {
    needed = List.copyOf(needed);
    rpath = List.copyOf(rpath);
    runpath = List.copyOf(runpath);
    versions = Map.copyOf(versions);
    defined = Set.copyOf(defined);
  }

  /**
   * A library that code is linked with.
   *
   * @param name as it stands in the file: a file name, or a path
   * @param when when it has to be there
   */
  public record Needed(String name, When when) {}

  /** When a library has to be there. */
  public enum When {
    /** When the code is loaded. */
    AT_START,
    /** When something of it is first called. */
    ONCE_CALLED,
    /** Never; the code asks whether it is there. */
    IF_THERE
  }

  /** What Windows opens for a program (Microsoft PE Format, "Windows Subsystem"). */
  public enum Subsystem {
    /** Nothing: it opens windows by itself. */
    WINDOWS,
    /** A console. */
    CONSOLE,
    /** Something that neither is: a driver, firmware. */
    OTHER
  }
}
