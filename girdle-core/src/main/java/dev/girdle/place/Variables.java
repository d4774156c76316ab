package dev.girdle.place;

import java.util.Collections;
import java.util.Map;
import java.util.TreeMap;

/** The environment variables of this process, by their names as their system tells names apart. */
public final class Variables {
  private Variables() {}

  /**
   * All of them.
   *
   * @return on Windows, where names have no case, found by a name in any
   */
  public static Map<String, String> here() {
    if (!Windows.isHere()) {
      return System.getenv();
    }
    Map<String, String> all = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
    all.putAll(System.getenv());
    return Collections.unmodifiableMap(all);
  }
}
