package dev.girdle.ecosystem;

import dev.girdle.app.LaunchSpec;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Selection;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Plan;
import dev.girdle.plan.RuntimeRequest;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a language knows of the runtime that one application needs or brings along. All functions
 * say by themselves that there is none.
 */
public interface RuntimeModel {
  /** Of programs that need no runtime. */
  RuntimeModel NONE = new RuntimeModel() {};

  /**
   * The runtime that entry points need by themselves, whatever they ask for.
   *
   * @param starts the ways to start the application; not empty
   * @return the newest that one of them needs; empty if they need none
   * @throws GirdleException if an entry point cannot be read
   */
  default Optional<RuntimeNeed> needOf(List<LaunchSpec> starts) {
    return Optional.empty();
  }

  /**
   * The runtime that a closure needs.
   *
   * @param closure the outcome of a walk with this linkage
   * @return empty if it needs none
   */
  default Optional<RuntimeNeed> need(Closure closure) {
    return Optional.empty();
  }

  /**
   * The runtime that an artifact needs.
   *
   * @param closure the outcome of a walk with this linkage
   * @param request which runtime goes along
   * @return that which the closure needs, if nothing that is made for the artifact needs more
   */
  default Optional<RuntimeNeed> need(Closure closure, RuntimeRequest request) {
    return need(closure);
  }

  /**
   * Which parts of the runtime a trimmed one has for a closure, and which it has not, though some
   * program might ask for them by name.
   *
   * @param closure the outcome of a walk with this linkage
   * @param choice what the plan wants in and out
   * @return never null
   */
  default RuntimeParts parts(Closure closure, Choice choice) {
    return new RuntimeParts(Map.of(), Map.of());
  }

  /**
   * Looks for a class of the runtime that would go along.
   *
   * @param name its full name
   * @param plan what the user wants
   * @param closure the outcome of a walk with this linkage
   * @param selection what of the application goes in
   * @return empty if the runtime has no such class
   */
  default Optional<RuntimeThing> find(
      String name, Plan plan, Closure closure, Selection selection) {
    return Optional.empty();
  }

  /**
   * What becomes of the runtime that the plan wants to come along, piece by piece.
   *
   * @param plan what the user wants
   * @param closure the outcome of a walk with this linkage
   * @param selection what of the application goes in
   * @return empty if no runtime comes along
   * @throws dev.girdle.fault.GirdleException if there is none that fits
   */
  default Optional<RuntimeShares> shares(Plan plan, Closure closure, Selection selection) {
    return Optional.empty();
  }
}
