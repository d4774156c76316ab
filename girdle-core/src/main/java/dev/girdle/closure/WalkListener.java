package dev.girdle.closure;

import dev.girdle.app.Item;
import java.util.List;

/**
 * Looks on while a closure is walked. The closure keeps one demand for each item; who wants to know
 * of the others has to be told while they pass by.
 */
@FunctionalInterface
public interface WalkListener {
  /** Is told of everything and keeps nothing. */
  WalkListener NONE = (demand, items) -> {};

  /**
   * A demand of an item that is in the closure, or of the plan, is satisfied. Called by one thread.
   *
   * @param demand the demand
   * @param items what satisfies it; at least one
   */
  void satisfied(Demand demand, List<Item> items);
}
