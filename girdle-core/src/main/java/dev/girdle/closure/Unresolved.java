package dev.girdle.closure;

import java.util.List;

/**
 * A name that is asked for and that nothing in reach satisfies.
 *
 * @param thing what kind of thing it is
 * @param name in the spelling of the language
 * @param rank how sure it is that it is needed
 * @param reach of the strongest chain that leads to a demand for it: how likely it is that the
 *     program comes there
 * @param demands all demands for it, the strongest and nearest to the entry point first
 * @param advice what is known about it, for the user; may be empty
 */
public record Unresolved(
    Thing thing, String name, Rank rank, Strength reach, List<Demand> demands, String advice) {
  /** Copies the list. */
  public Unresolved {
    demands = List.copyOf(demands);
  }

  /**
   * The demand that speaks for all.
   *
   * @return the strongest and nearest to the entry point
   */
  public Demand first() {
    return demands.get(0);
  }
}
