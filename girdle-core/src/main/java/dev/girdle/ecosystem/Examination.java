package dev.girdle.ecosystem;

import dev.girdle.app.EntryPoint;
import dev.girdle.app.Item;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Linkage;
import java.util.List;
import java.util.Optional;

/** What a language knows about the items of one application. */
public interface Examination {
  /**
   * The language's part in the walk.
   *
   * @return always the same
   */
  Linkage linkage();

  /**
   * What the walk starts with.
   *
   * @param entry the chosen entry point
   * @return demands of the plan
   */
  List<Demand> seeds(EntryPoint entry);

  /**
   * The runtime that a closure needs.
   *
   * @param closure the outcome of a walk with this linkage
   * @return never null
   */
  RuntimeNeed runtimeNeed(Closure closure);

  /**
   * Why an item has no use at run time, whatever the closure says.
   *
   * @param item any item
   * @return a few words for the user; empty if it may be of use
   */
  Optional<String> uselessAtRunTime(Item item);

  /**
   * What is wrong with items that are not reached, so that it harms nobody. Reads all of them.
   *
   * @param closure the outcome of a walk with this linkage
   * @return one sentence each
   */
  List<String> warnings(Closure closure);

  /**
   * Finds the item that a user means.
   *
   * @param text a full or simple name, or a path
   * @return the items that fit; empty if there is none
   */
  List<Item> find(String text);
}
