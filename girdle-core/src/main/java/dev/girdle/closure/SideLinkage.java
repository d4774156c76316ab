package dev.girdle.closure;

import dev.girdle.app.Item;

/**
 * A linkage for items that applications of any language hold, such as native code. It reads them
 * beside the language that leads, and answers for the kinds of things that are its own; so a demand
 * crosses from one to the other.
 */
public interface SideLinkage extends Linkage {
  /**
   * Whether it has something to say of an item.
   *
   * @param item any item of the application or of its runtime
   * @return false if only the language that leads reads it
   */
  boolean reads(Item item);

  /**
   * Whether it answers demands for a kind of thing.
   *
   * @param thing any kind
   * @return false if the language that leads does
   */
  boolean answers(Thing thing);
}
