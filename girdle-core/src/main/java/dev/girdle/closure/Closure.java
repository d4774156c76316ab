package dev.girdle.closure;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Every item reached from the entry points, and what could not be reached. Immutable. */
public final class Closure {
  private final Map<Item, Reached> reached;
  private final Map<Component, List<Reached>> byComponent = new LinkedHashMap<>();
  private final List<Unmet> unmet;
  private final List<OpenDemand> open;
  private final List<Unreadable> unreadable;

  Closure(
      Map<Item, Reached> reached,
      List<Unmet> unmet,
      List<OpenDemand> open,
      List<Unreadable> unreadable) {
    this.reached = Collections.unmodifiableMap(reached);
    this.unmet = List.copyOf(unmet);
    this.open = List.copyOf(open);
    this.unreadable = List.copyOf(unreadable);
    for (Reached r : reached.values()) {
      byComponent.computeIfAbsent(r.item().component(), c -> new ArrayList<>()).add(r);
    }
  }

  /**
   * All reached items, in the order they were reached in.
   *
   * @return the strongest reach first
   */
  public Collection<Reached> reached() {
    return reached.values();
  }

  /**
   * How an item was reached.
   *
   * @param item any item
   * @return empty if it is not in the closure
   */
  public Optional<Reached> reached(Item item) {
    return Optional.ofNullable(reached.get(item));
  }

  /**
   * What was reached of a component, in the order it was reached in.
   *
   * @param component any component
   * @return empty if nothing of it was reached
   */
  public List<Reached> reachedIn(Component component) {
    return Collections.unmodifiableList(byComponent.getOrDefault(component, List.of()));
  }

  /**
   * What nothing satisfies.
   *
   * @return the hard ones first, then by name
   */
  public List<Unmet> unmet() {
    return unmet;
  }

  /**
   * What nothing satisfies, of one strength.
   *
   * @param strength the strength
   * @return by name
   */
  public List<Unmet> unmet(Strength strength) {
    return unmet.stream().filter(u -> u.strength() == strength).toList();
  }

  /**
   * What reached items ask for by names that only the run will tell.
   *
   * @return in the order the items were reached in
   */
  public List<OpenDemand> open() {
    return open;
  }

  /**
   * Items that were reached and could not be read.
   *
   * @return usually empty
   */
  public List<Unreadable> unreadable() {
    return unreadable;
  }

  /**
   * The explanation of an item: the demands that lead to it.
   *
   * @param item an item of the closure
   * @return from the plan's demand to the one that reached the item; empty if it was not reached
   */
  public List<Demand> chain(Item item) {
    List<Demand> chain = new ArrayList<>();
    for (Reached r = reached.get(item); r != null; r = reached.get(r.first().from())) {
      chain.add(r.first());
      if (r.first().from() == null) {
        break;
      }
    }
    Collections.reverse(chain);
    return chain;
  }
}
