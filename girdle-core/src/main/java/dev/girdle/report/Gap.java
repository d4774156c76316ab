package dev.girdle.report;

import dev.girdle.closure.Rank;
import java.util.List;

/**
 * Something missing.
 *
 * @param name what is asked for
 * @param thing what kind of thing it is, for the user
 * @param rank how sure it is that the program needs it
 * @param accepted by which words of the plan it may be missing; empty if it may not
 * @param advice what is known about it; may be empty
 * @param askedBy who asks for it first, as a sentence
 * @param places how many places ask for it
 * @param links the numbers of the links that ask for it; empty if they are not known
 */
public record Gap(
    String name,
    String thing,
    Rank rank,
    String accepted,
    String advice,
    String askedBy,
    int places,
    List<Integer> links) {
  /** Copies the list. */
  public Gap {
    links = List.copyOf(links);
  }
}
