package dev.girdle.seal;

import dev.girdle.closure.Demand;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Unresolved;
import java.util.List;

/**
 * Things that are missing together and of which nobody can tell whether the program needs them.
 *
 * @param family what they belong to, as far as names tell: a package, or the one thing itself
 * @param things the missing things, the likeliest first; at least one
 */
public record Doubt(String family, List<Unresolved> things) {
  /** Copies the list. */
  public Doubt {
    things = List.copyOf(things);
  }

  /**
   * Of the strongest chain that leads to one of them: how likely the program comes there.
   *
   * @return hard if only a branch in code lies between
   */
  public Strength reach() {
    return things.get(0).reach();
  }

  /**
   * The demand that is most likely to be met with.
   *
   * @return never null
   */
  public Demand first() {
    return things.get(0).demands().get(0);
  }

  /**
   * How many places ask for one of them.
   *
   * @return 1 or more
   */
  public int places() {
    return things.stream().mapToInt(t -> t.demands().size()).sum();
  }
}
