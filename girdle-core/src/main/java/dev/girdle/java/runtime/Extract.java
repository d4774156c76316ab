package dev.girdle.java.runtime;

import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What of a runtime goes along.
 *
 * @param modules its modules, each with the reason
 * @param contents for each module, the paths of what goes along of it; empty for all of it
 * @param natives the file names of the native libraries that go along; empty for all of the modules
 * @param debugTables whether classes keep the tables that stack traces take line numbers from
 */
public record Extract(
    Map<String, String> modules,
    Optional<Map<String, Set<String>>> contents,
    Optional<Set<String>> natives,
    boolean debugTables) {
  /**
   * All files of some modules.
   *
   * @param modules their names, each with the reason
   * @return all that is in them
   */
  public static Extract of(Map<String, String> modules) {
    return new Extract(modules, Optional.empty(), Optional.empty(), true);
  }

  /**
   * The same with or without debug tables.
   *
   * @param wanted whether classes keep them
   * @return a new extract
   */
  public Extract withDebugTables(boolean wanted) {
    return new Extract(modules, contents, natives, wanted);
  }

  /**
   * The same with less in it.
   *
   * @param someContents for each module, the paths of what goes along
   * @param someNatives the file names of native libraries
   * @return a new extract
   */
  public Extract onlyWith(Map<String, Set<String>> someContents, Set<String> someNatives) {
    return new Extract(modules, Optional.of(someContents), Optional.of(someNatives), debugTables);
  }
}
