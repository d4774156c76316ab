package dev.girdle.closure;

import dev.girdle.app.Item;

/**
 * Where something is asked for.
 *
 * @param item who asks; null if the plan does, or a run
 * @param member the method or field it stands in; empty if it belongs to the whole item. If no item
 *     asks, the run that did; empty if the plan does
 * @param line the line it stands in, from 1; 0 if not known
 * @param within the part of the asking item that it stands in, which is asked for by itself; empty
 *     if it belongs to the whole item
 */
public record Site(Item item, String member, int line, String within) {
  /** The plan asks, and no item. */
  public static final Site PLAN = new Site(null, "", 0, "");

  /**
   * A run was seen to use something, and nobody knows which item asked.
   *
   * @param name what people call the run
   * @return the run
   */
  public static Site ofRun(String name) {
    return new Site(null, "the run " + name, 0, "");
  }

  /**
   * An item asks, wherever in it.
   *
   * @param item who asks
   * @return the whole item
   */
  public static Site of(Item item) {
    return new Site(item, "", 0, "");
  }

  /**
   * A line of an item asks.
   *
   * @param item who asks
   * @param line the line, from 1; 0 if not known
   * @return the line
   */
  public static Site of(Item item, int line) {
    return new Site(item, "", line, "");
  }

  /**
   * For the user.
   *
   * @return for example {@code org.ternhaven.tides.Tides.print, line 31}; "the plan" if no item
   *     asks
   */
  public String text() {
    if (item == null) {
      return member.isEmpty() ? "the plan" : member;
    }
    String where = member.isEmpty() ? item.name() : item.name() + "." + member;
    return line > 0 ? where + ", line " + line : where;
  }
}
