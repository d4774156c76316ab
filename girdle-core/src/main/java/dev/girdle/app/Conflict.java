package dev.girdle.app;

import java.util.List;

/**
 * Components that get in each other's way.
 *
 * @param kind what is wrong with them: a short word of the language, which stands in JSON
 * @param sentence the same for people, with what they have in common
 * @param subject what they have in common: a class or package, or the name of a library
 * @param others how many more such things the same components have in common
 * @param winner the component that the program will see; empty if each part of it sees another
 * @param losers the components that it will not see, or not all of; all of them if there is no
 *     winner
 * @param same whether it makes no difference, since the bytes are the same
 */
public record Conflict(
    String kind,
    String sentence,
    String subject,
    int others,
    String winner,
    List<String> losers,
    boolean same) {
  /** Something is there several times, and each part of the program sees one of its own. */
  public static final String COPIES = "several_copies";

  /** Copies the list. */
  public Conflict {
    losers = List.copyOf(losers);
  }

  /**
   * Whether all there is to it is that something is there several times.
   *
   * @return true if nobody is hindered
   */
  public boolean areCopies() {
    return kind.equals(COPIES);
  }
}
