package dev.girdle.closure;

import dev.girdle.app.Item;

/**
 * Something is asked for by a name that only the run will tell, so that it cannot be said what it
 * is.
 *
 * @param how in which way it is asked for
 * @param thing what kind of thing is asked for
 * @param from who asks
 * @param member the method it stands in
 * @param line the line it stands in, from 1; 0 if not known
 * @param passedOn whether the name is only passed on from whoever hands it in
 */
public record OpenDemand(
    How how, Thing thing, Item from, String member, int line, boolean passedOn) {
  /**
   * What is asked for, for the user.
   *
   * @return for example {@code any class}
   */
  public String asksFor() {
    return "any " + thing.label() + (passedOn ? " it is handed" : "");
  }

  /**
   * Where exactly it stands, for the user.
   *
   * @return for example {@code org.ternhaven.tides.Tides.load, line 31}
   */
  public String place() {
    return Demand.place(from, member, line);
  }
}
