package dev.girdle.closure;

import dev.girdle.app.Item;
import java.util.Optional;

/**
 * One item needs a name.
 *
 * @param how in which way it is asked for
 * @param thing what kind of thing is asked for
 * @param name what is asked for, in the spelling of the language: a class by its full name
 * @param from who asks; null if the plan does
 * @param member the method or field it stands in; empty if it belongs to the whole item
 * @param line the line it stands in, from 1; 0 if not known
 * @param strength how badly it is needed
 * @param excuse why it is not hard, a few words for the user; empty if it is, or if there is no
 *     more to say
 * @param part which part of the wanted item is asked for, in the spelling of the language; empty if
 *     none in particular, {@link #ALL_PARTS} for all of them
 * @param within the part of the asking item that it stands in; empty if it belongs to the whole
 *     item
 */
public record Demand(
    How how,
    Thing thing,
    String name,
    Item from,
    String member,
    int line,
    Strength strength,
    String excuse,
    String part,
    String within) {
  /** All parts of an item, as is the case where it is not known which of them will be used. */
  public static final String ALL_PARTS = "*";

  /**
   * A demand for all parts of an item, which belongs to the whole of the asking one.
   *
   * @param how in which way it is asked for
   * @param thing what kind of thing is asked for
   * @param name what is asked for
   * @param from who asks; null if the plan does
   * @param member the method or field it stands in; may be empty
   * @param line the line it stands in; 0 if not known
   * @param strength how badly it is needed
   * @param excuse why it is not hard; may be empty
   */
  public Demand(
      How how,
      Thing thing,
      String name,
      Item from,
      String member,
      int line,
      Strength strength,
      String excuse) {
    this(how, thing, name, from, member, line, strength, excuse, ALL_PARTS, "");
  }

  /**
   * A demand of the plan.
   *
   * @param name what the user named
   * @return a hard demand for code
   */
  public static Demand ofPlan(String name) {
    return new Demand(How.PLAN, Thing.CODE, name, null, "", 0, Strength.HARD, "");
  }

  /**
   * The demand for code that was seen in use and that nothing else demands.
   *
   * @param name the code's name
   * @return a soft demand without an asker
   */
  public static Demand ofEvidence(String name) {
    return new Demand(How.EVIDENCE, Thing.CODE, name, null, "", 0, Strength.SOFT, "");
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
    return new Demand(How.ALWAYS, thing, name, null, "", 0, strength, "");
  }

  /**
   * Who asks.
   *
   * @return empty if the plan does
   */
  public Optional<Item> asker() {
    return Optional.ofNullable(from);
  }

  /**
   * Where exactly it stands, for the user.
   *
   * @return for example {@code org.ternhaven.tides.Tides.print, line 31}
   */
  public String place() {
    if (how == How.DECLARED) {
      return from.component().origin();
    }
    if (from == null) {
      return switch (how) {
        case EVIDENCE -> "a rehearsal";
        case OWN, BROUGHT -> "the application";
        default -> "the plan";
      };
    }
    return place(from, member, line);
  }

  static String place(Item from, String member, int line) {
    String where = member.isEmpty() ? from.name() : from.name() + "." + member;
    return line > 0 ? where + ", line " + line : where;
  }

  Demand weakened(Strength to) {
    return to == strength
        ? this
        : new Demand(how, thing, name, from, member, line, to, excuse, part, within);
  }

  Demand excused(String why) {
    return new Demand(how, thing, name, from, member, line, Strength.SOFT, why, part, within);
  }
}
