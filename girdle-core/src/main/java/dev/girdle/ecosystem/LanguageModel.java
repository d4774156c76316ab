package dev.girdle.ecosystem;

import dev.girdle.app.Component;
import dev.girdle.app.Conflict;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Provenance;
import dev.girdle.closure.Along;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Linkage;
import dev.girdle.closure.Strength;
import dev.girdle.plan.Prune;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What a language knows about the items of one application. */
public interface LanguageModel {
  /**
   * The language's part in the walk.
   *
   * @return always the same
   */
  Linkage linkage();

  /**
   * Whether it reads native code itself, by the rules of the system's loader.
   *
   * @return false if that is read beside it
   */
  default boolean readsNativeCode() {
    return false;
  }

  /** Keeps what was found out and is worth keeping for the next time. If it cannot, it does not. */
  default void keep() {}

  /**
   * What the walk starts with.
   *
   * @param starts the ways to start the application
   * @return demands of the plan
   */
  List<Demand> seeds(List<LaunchSpec> starts);

  /**
   * What goes along with components of which something is reached.
   *
   * @param prune how finely things are left out
   * @return never null
   */
  Along along(Prune prune);

  /**
   * A demand of nobody in particular that exactly one item satisfies.
   *
   * @param item any item of the application
   * @param how in which way it is asked for
   * @param strength how badly it is wanted
   * @return a demand that this item satisfies
   */
  Demand demandFor(Item item, How how, Strength strength);

  /**
   * Who in the program may read the list of its components, and them as files; or has another
   * program read them, which knows nothing of archives in archives. Asked once the closure is
   * there.
   *
   * @return the first such item of what the user has made, or else of what is reached; empty if
   *     there is none
   */
  default Optional<String> listsComponents() {
    return Optional.empty();
  }

  /**
   * Who in the program grants rights to code by the place that it lies in. Asked once the closure
   * is there.
   *
   * @return the first such item of what is reached; empty if there is none
   */
  default Optional<String> grantsRightsByPlace() {
    return Optional.empty();
  }

  /**
   * Who in the program tells the code of one component from that of another, which cannot be done
   * where they are one tree. Asked once the closure is there.
   *
   * @return the first such item of what is reached; empty if there is none
   */
  default Optional<String> tellsComponentsApart() {
    return Optional.empty();
  }

  /**
   * Files that some components have and others do not, and that the program may take for a mark of
   * the component that they lie in. Where all components are one tree, they mark all of it.
   *
   * @param closure the outcome of a walk with this linkage
   * @return their paths, in order; may be empty
   */
  default List<String> marksOfComponents(Closure closure) {
    return List.of();
  }

  /**
   * Whether an item is a unit of code that evidence would tell of, if it were loaded.
   *
   * @param item any item of the application
   * @return false for files, and for what only describes code
   */
  default boolean isCode(Item item) {
    return false;
  }

  /**
   * Why an item has no use at run time, whatever the closure says.
   *
   * @param item any item
   * @return a few words for the user; empty if it may be of use
   */
  default Optional<String> uselessAtRunTime(Item item) {
    return Optional.empty();
  }

  /**
   * Why an item has no use at run time, given all that is reached.
   *
   * @param closure the outcome of a walk with this linkage
   * @param item an item that it does not reach
   * @return a few words for the user; empty if it may be of use
   */
  default Optional<String> uselessBeside(Closure closure, Item item) {
    return Optional.empty();
  }

  /**
   * Why an item goes along with its component though nothing reaches it.
   *
   * @param item an item of a component that is kept
   * @param prune how finely things are left out
   * @return a few words for the user; empty if it can stay behind
   */
  Optional<String> staysWith(Item item, Prune prune);

  /**
   * Where a component comes from.
   *
   * @param component any component
   * @return what it tells itself
   */
  Provenance provenance(Component component);

  /**
   * Components that get in each other's way.
   *
   * @return the worst first
   */
  default List<Conflict> conflicts() {
    return List.of();
  }

  /**
   * Components that want what cannot be had at once, of those that are reached.
   *
   * @param closure the outcome of a walk with this linkage
   * @return the worst first
   */
  default List<Conflict> conflictsIn(Closure closure) {
    return List.of();
  }

  /**
   * What is wrong with items that are not reached, so that it harms nobody. Reads all of them.
   *
   * @param closure the outcome of a walk with this linkage
   * @return one sentence each
   */
  default List<String> warnings(Closure closure) {
    return List.of();
  }

  /**
   * Where missing code can be had: in something that was left out, or in a library on this machine.
   * May take long the first time.
   *
   * @param names of missing code
   * @return for each name of which something is known, what is known
   */
  default Map<String, String> whereabouts(Collection<String> names) {
    return Map.of();
  }

  /**
   * Finds the item that a user means.
   *
   * @param text a full or simple name, or a path
   * @return the items that fit; empty if there is none
   */
  List<Item> find(String text);

  /**
   * What the language knows of the runtime.
   *
   * @return always the same
   */
  RuntimeModel runtime();

  /**
   * How the application is laid out.
   *
   * @return always the same
   */
  Packaging packaging();
}
