package dev.girdle.io;

import java.util.Collection;
import java.util.stream.Collectors;

/** Lists in one line, of which not all is told. */
public final class Few {
  private Few() {}

  /**
   * The first of many names, and how many more there are.
   *
   * @param all the names, in the order in which they are told; may be empty
   * @param most how many are told, 1 at least
   * @return such as {@code a, b and 3 more}; empty if there are none
   */
  public static String of(Collection<String> all, int most) {
    String first = all.stream().limit(most).collect(Collectors.joining(", "));
    return all.size() > most ? first + " and " + (all.size() - most) + " more" : first;
  }
}
