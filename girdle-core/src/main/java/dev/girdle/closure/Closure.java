package dev.girdle.closure;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Every item reached from the entry points, and what could not be reached. Immutable. */
public final class Closure {
  /** Parts of parts are not deeper than that, unless they go around in a ring. */
  private static final int MOST_PARTS = 100;

  private final Map<Item, Reached> reached = new LinkedHashMap<>();
  private final Map<Item, Reached> walked;
  private final Map<Item, Map<String, Demand>> parts;
  private final Map<Component, List<Reached>> byComponent = new LinkedHashMap<>();
  private final List<Unresolved> unmet;
  private final List<DynamicReference> open;
  private final List<Unreadable> unreadable;
  private final Map<String, Demand> ofRuntime;
  private final List<Demand> askedOfRuntime;

  Closure(
      Map<Item, Reached> walked,
      Map<Item, Map<String, Demand>> parts,
      List<Unresolved> unmet,
      List<DynamicReference> open,
      List<Unreadable> unreadable,
      List<Demand> askedOfRuntime) {
    this.askedOfRuntime = askedOfRuntime;
    Map<String, Demand> byName = new LinkedHashMap<>();
    askedOfRuntime.forEach(d -> byName.putIfAbsent(d.name(), d));
    this.ofRuntime = Collections.unmodifiableMap(byName);
    this.walked = walked;
    this.parts = parts;
    this.unmet = List.copyOf(unmet);
    this.open = List.copyOf(open);
    this.unreadable = List.copyOf(unreadable);
    for (Reached r : walked.values()) {
      if (r.first().how() == How.ALONG) {
        continue; // it is asked, but nothing is known to ask for it
      }
      reached.put(r.item(), r);
      byComponent.computeIfAbsent(r.item().component(), c -> new ArrayList<>()).add(r);
    }
  }

  /**
   * All reached items, in the order they were reached in.
   *
   * @return the strongest reach first
   */
  public Collection<Reached> reached() {
    return Collections.unmodifiableCollection(reached.values());
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
   * @return the surest first, of those the likeliest, then by name
   */
  public List<Unresolved> unmet() {
    return unmet;
  }

  /**
   * What nothing satisfies, of one rank.
   *
   * @param rank the rank
   * @return the likeliest first, then by name
   */
  public List<Unresolved> unmet(Rank rank) {
    return unmet.stream().filter(u -> u.rank() == rank).toList();
  }

  /**
   * What reached items ask for by names that only the run will tell.
   *
   * @return in the order the items were reached in
   */
  public List<DynamicReference> open() {
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
   * The names that the runtime satisfies.
   *
   * @return for each, the first demand for it, in the order they were reached in
   */
  public Map<String, Demand> ofRuntime() {
    return ofRuntime;
  }

  /**
   * What the runtime is asked for, part by part if the walk told the parts of items apart.
   *
   * @return the first demand for each thing and part, in the order they were reached in
   */
  public List<Demand> askedOfRuntime() {
    return askedOfRuntime;
  }

  /**
   * The explanation of an item: the demands that lead to it.
   *
   * @param item an item of the closure
   * @return from the plan's demand to the one that reached the item; empty if it was not reached
   */
  public List<Demand> chain(Item item) {
    Reached last = reached.get(item);
    return last == null ? List.of() : chain(last.first());
  }

  /**
   * The explanation of a demand: the demands that lead to it, and itself.
   *
   * @param demand a demand of an item of the closure, or of the plan
   * @return from the plan's demand to this one
   */
  public List<Demand> chain(Demand demand) {
    List<Demand> chain = new ArrayList<>();
    Set<Demand> seen = Collections.newSetFromMap(new IdentityHashMap<>());
    for (Demand d = demand; d != null && seen.add(d); d = before(d).orElse(null)) {
      if (d.how() != How.PART) {
        chain.add(d);
      }
    }
    Collections.reverse(chain);
    return chain;
  }

  /**
   * The demand that comes before another in a chain: what reached the part of the item that it
   * stands in, or else the item.
   *
   * @param demand a demand of an item of the closure, or of the plan
   * @return empty for a demand of the plan
   */
  public Optional<Demand> before(Demand demand) {
    if (demand.from() == null) {
      return Optional.empty();
    }
    Map<String, Demand> ofItem = parts.getOrDefault(demand.from(), Map.of());
    Demand ofPart = demand.within().isEmpty() ? null : ofItem.get(demand.within());
    if (ofPart == null && !demand.within().isEmpty()) {
      ofPart = ofItem.get(Wanted.ALL_PARTS);
    }
    return Optional.ofNullable(ofPart)
        .or(() -> Optional.ofNullable(walked.get(demand.from())).map(Reached::first));
  }

  /**
   * The demand that comes before another in a chain that is told: that a part is part of its whole
   * is no news to anybody.
   *
   * @param demand a demand of an item of the closure, or of the plan
   * @return empty for the first
   */
  public Optional<Demand> tellingBefore(Demand demand) {
    Optional<Demand> before = before(demand);
    for (int i = 0; i < MOST_PARTS && before.filter(d -> d.how() == How.PART).isPresent(); i++) {
      before = before(before.get());
    }
    return before.filter(d -> d.how() != How.PART);
  }
}
