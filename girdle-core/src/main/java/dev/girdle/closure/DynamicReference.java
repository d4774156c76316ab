package dev.girdle.closure;

import dev.girdle.app.Item;

/**
 * Something is asked for by a name that only the run will tell, so that it cannot be said what it
 * is.
 *
 * @param how in which way it is asked for
 * @param thing what kind of thing is asked for
 * @param site who asks, and where
 * @param passedOn whether the name is only passed on from whoever hands it in
 */
public record DynamicReference(How how, Thing thing, Site site, boolean passedOn) {
  /**
   * Who asks.
   *
   * @return never null
   */
  public Item from() {
    return site.item();
  }

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
    return site.text();
  }
}
