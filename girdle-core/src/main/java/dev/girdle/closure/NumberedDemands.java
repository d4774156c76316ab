package dev.girdle.closure;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Gives numbers to demands and to those that come before them in their chains. */
public final class NumberedDemands {
  private final Closure closure;
  private final Map<Demand, Integer> numbers = new IdentityHashMap<>();
  private final List<Demand> all = new ArrayList<>();

  /**
   * Begins to number.
   *
   * @param closure which tells what comes before a demand
   */
  public NumberedDemands(Closure closure) {
    this.closure = closure;
  }

  /**
   * The number of a demand; it and all that come before it have one then.
   *
   * @param demand a demand of an item of the closure, or of the plan
   * @return from 0
   */
  public int number(Demand demand) {
    Demand next = demand;
    while (next != null && numbers.putIfAbsent(next, all.size()) == null) {
      all.add(next);
      next = closure.tellingBefore(next).orElse(null);
    }
    return numbers.get(demand);
  }

  /**
   * All that have a number.
   *
   * @return by their numbers
   */
  public List<Demand> all() {
    return List.copyOf(all);
  }

  /**
   * The number of the demand that comes before another.
   *
   * @param demand one that has a number
   * @return empty for the first of a chain
   */
  public Optional<Integer> before(Demand demand) {
    return closure.tellingBefore(demand).map(numbers::get);
  }
}
