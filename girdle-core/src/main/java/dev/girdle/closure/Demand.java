package dev.girdle.closure;

import dev.girdle.app.Item;
import java.util.Optional;

/**
 * One item needs a name.
 *
 * @param wanted what is asked for
 * @param site where
 * @param need in which way, and how badly
 */
public record Demand(Wanted wanted, Site site, Need need) {
  /**
   * A demand of the plan.
   *
   * @param thing what kind of thing the user named
   * @param name its name
   * @return a hard demand
   */
  public static Demand ofPlan(Thing thing, String name) {
    return ofPlan(thing, name, How.PLAN, Strength.HARD);
  }

  /**
   * The demand for code that was seen in use and that nothing else demands.
   *
   * @param thing what kind of thing it is
   * @param name its name
   * @return a soft demand without an asker
   */
  public static Demand ofEvidence(Thing thing, String name) {
    return ofPlan(thing, name, How.EVIDENCE, Strength.SOFT);
  }

  /**
   * A demand of the plan for something that is to go along in any case.
   *
   * @param thing what kind of thing it is
   * @param name its name
   * @param strength hard if it is named exactly, else soft
   * @return the demand
   */
  public static Demand always(Thing thing, String name, Strength strength) {
    return ofPlan(thing, name, How.ALWAYS, strength);
  }

  /**
   * A demand without an asker, for all parts of a thing.
   *
   * @param thing what kind of thing is asked for
   * @param name its name
   * @param how in which way
   * @param strength how badly
   * @return the demand
   */
  public static Demand ofPlan(Thing thing, String name, How how, Strength strength) {
    return new Demand(Wanted.all(thing, name), Site.PLAN, Need.of(how, strength));
  }

  /**
   * A demand of an item for all parts of a thing.
   *
   * @param thing what kind of thing is asked for
   * @param name its name
   * @param site who asks, and where
   * @param how in which way
   * @param strength how badly
   * @return the demand
   */
  public static Demand of(Thing thing, String name, Site site, How how, Strength strength) {
    return new Demand(Wanted.all(thing, name), site, Need.of(how, strength));
  }

  /**
   * What kind of thing is asked for.
   *
   * @return never null
   */
  public Thing thing() {
    return wanted.thing();
  }

  /**
   * What is asked for.
   *
   * @return its name, in the spelling of the language: a class by its full name
   */
  public String name() {
    return wanted.name();
  }

  /**
   * Which part of it.
   *
   * @return see {@link Wanted#part}
   */
  public String part() {
    return wanted.part();
  }

  /**
   * Who asks.
   *
   * @return null if the plan does
   */
  public Item from() {
    return site.item();
  }

  /**
   * Who asks.
   *
   * @return empty if the plan does
   */
  public Optional<Item> asker() {
    return Optional.ofNullable(site.item());
  }

  /**
   * The method or field it stands in.
   *
   * @return empty if it belongs to the whole item
   */
  public String member() {
    return site.member();
  }

  /**
   * The line it stands in.
   *
   * @return from 1; 0 if not known
   */
  public int line() {
    return site.line();
  }

  /**
   * The part of the asking item that it stands in.
   *
   * @return empty if it belongs to the whole item
   */
  public String within() {
    return site.within();
  }

  /**
   * In which way it is asked for.
   *
   * @return never null
   */
  public How how() {
    return need.how();
  }

  /**
   * How badly it is needed.
   *
   * @return never null
   */
  public Strength strength() {
    return need.strength();
  }

  /**
   * Why it is not hard.
   *
   * @return a few words for the user; empty if it is, or if there is no more to say
   */
  public String excuse() {
    return need.excuse();
  }

  /**
   * Where exactly it stands, for the user.
   *
   * @return for example {@code org.ternhaven.tides.Tides.print, line 31}
   */
  public String place() {
    if (how() == How.DECLARED) {
      return from().component().origin();
    }
    if (site.equals(Site.PLAN) && how() == How.EVIDENCE) {
      return "a rehearsal";
    }
    if (from() == null && (how() == How.OWN || how() == How.BROUGHT)) {
      return "the application";
    }
    return site.text();
  }

  /**
   * The same demand of another strength.
   *
   * @param to how badly it is needed
   * @return this if it is of that strength
   */
  Demand weakened(Strength to) {
    return to == strength() ? this : new Demand(wanted, site, need.weakened(to));
  }

  /**
   * The same demand, and the asker is prepared for the absence of what it asks for.
   *
   * @param why a few words for the user
   * @return a soft demand
   */
  public Demand excused(String why) {
    return new Demand(wanted, site, need.excused(why));
  }
}
