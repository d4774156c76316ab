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
import dev.girdle.closure.Selection;
import dev.girdle.closure.Strength;
import dev.girdle.fault.GirdleException;
import dev.girdle.layout.Layout;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Plan;
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

  /** Keeps what was found out and is worth keeping for the next time. If it cannot, it does not. */
  void keep();

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
   * The runtime that entry points need by themselves, whatever they ask for.
   *
   * @param starts the ways to start the application; not empty
   * @return the newest that one of them needs
   * @throws GirdleException if an entry point cannot be read
   */
  RuntimeNeed needOf(List<LaunchSpec> starts);

  /**
   * The runtime that a closure needs.
   *
   * @param closure the outcome of a walk with this linkage
   * @return never null
   */
  RuntimeNeed runtimeNeed(Closure closure);

  /**
   * Who in the program may read the list of its components, and them as files.
   *
   * @return the first such item of what the user has made; empty if there is none
   */
  Optional<String> readsClassPath();

  /**
   * Why an item has no use at run time, whatever the closure says.
   *
   * @param item any item
   * @return a few words for the user; empty if it may be of use
   */
  Optional<String> uselessAtRunTime(Item item);

  /**
   * Why an item goes along with its component though nothing reaches it.
   *
   * @param item an item of a component that is kept
   * @param prune how finely things are left out
   * @return a few words for the user; empty if it can stay behind
   */
  Optional<String> staysWith(Item item, Prune prune);

  /**
   * Which parts of the runtime a trimmed one has for a closure, and which it has not, though some
   * program might ask for them by name.
   *
   * @param closure the outcome of a walk with this linkage
   * @param choice what the plan wants in and out
   * @return never null
   */
  RuntimeParts runtimeParts(Closure closure, Choice choice);

  /**
   * Looks for a class of the runtime that would go along.
   *
   * @param name its full name
   * @param plan what the user wants
   * @param closure the outcome of a walk with this linkage
   * @param selection what of the application goes in
   * @return empty if the runtime has no such class
   */
  Optional<RuntimeThing> findInRuntime(
      String name, Plan plan, Closure closure, Selection selection);

  /**
   * What becomes of the runtime that the plan wants to come along, piece by piece.
   *
   * @param plan what the user wants
   * @param closure the outcome of a walk with this linkage
   * @param selection what of the application goes in
   * @return empty if no runtime comes along
   * @throws dev.girdle.fault.GirdleException if there is none that fits
   */
  Optional<RuntimeShares> runtimeShares(Plan plan, Closure closure, Selection selection);

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
  List<Conflict> conflicts();

  /**
   * What is wrong with items that are not reached, so that it harms nobody. Reads all of them.
   *
   * @param closure the outcome of a walk with this linkage
   * @return one sentence each
   */
  List<String> warnings(Closure closure);

  /**
   * Where missing code can be had: in something that was left out, or in a library on this machine.
   * May take long the first time.
   *
   * @param names of missing code
   * @return for each name of which something is known, what is known
   */
  Map<String, String> whereabouts(Collection<String> names);

  /**
   * Finds the item that a user means.
   *
   * @param text a full or simple name, or a path
   * @return the items that fit; empty if there is none
   */
  List<Item> find(String text);

  /**
   * Lays the kept components out as the files of an artifact.
   *
   * @param request what to lay out, and how
   * @return the finished tree
   */
  Layout layOut(LayoutRequest request);

  /**
   * Prepares a fast start, if the plan wants one, by running the program that is laid out.
   *
   * @param layout all files of the artifact
   * @param request what was laid out, and how
   * @return the same layout, or one with more in it
   * @throws GirdleException if the program cannot be run
   */
  Layout prepareStart(Layout layout, LayoutRequest request);
}
