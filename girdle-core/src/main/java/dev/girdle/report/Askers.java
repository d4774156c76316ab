package dev.girdle.report;

import dev.girdle.app.Application;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Answer;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Linkage;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.closure.WalkListener;
import java.io.IOException;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Collects for every item all that ask for it, where a closure keeps only the first. */
public final class Askers implements WalkListener {
  /** Of what is not needed itself, a few are enough to tell why a thing looked useful. */
  private static final int IDLE = 8;

  private final Map<Item, Map<Item, How>> askers = new IdentityHashMap<>();

  @Override
  public void satisfied(Demand demand, List<Item> items) {
    if (demand.from() != null && demand.how() != How.PART) {
      for (Item item : items) {
        if (item != demand.from() && item.component().role() != Role.RUNTIME) {
          add(item, demand);
        }
      }
    }
  }

  private void add(Item item, Demand demand) {
    askers
        .computeIfAbsent(item, i -> new LinkedHashMap<>(4))
        .putIfAbsent(demand.from(), demand.how());
  }

  /**
   * Adds what things that are not reached ask for in other components that are not reached. Reads
   * them all; what cannot be read harms nobody and is passed over.
   *
   * @param application the application
   * @param closure its closure
   * @param linkage the language's part in it
   */
  void addIdle(Application application, Closure closure, Linkage linkage) {
    List<Item> idle =
        application.components().stream()
            .flatMap(c -> c.items().stream())
            .filter(i -> closure.reached(i).isEmpty())
            .toList();
    List<List<Demand>> demands =
        idle.parallelStream().map(item -> demandsOf(item, linkage)).toList();
    for (List<Demand> ofItem : demands) {
      for (Demand demand : ofItem) {
        Answer answer = linkage.resolve(demand);
        if (answer instanceof Answer.Items found && isElsewhere(demand, found)) {
          for (Item item : found.items()) {
            if (closure.reached(item).isEmpty()
                && askers.getOrDefault(item, Map.of()).size() < IDLE) {
              satisfied(demand, List.of(item));
            }
          }
        }
      }
    }
  }

  private static boolean isElsewhere(Demand demand, Answer.Items found) {
    return found.items().stream().noneMatch(i -> i.component() == demand.from().component());
  }

  private static List<Demand> demandsOf(Item item, Linkage linkage) {
    try {
      return linkage.demandsOf(item).named();
    } catch (UnreadableItemException | IOException e) {
      return List.of();
    }
  }

  /**
   * Who asks for an item.
   *
   * @param item any item
   * @return each with the first way in which it does
   */
  Map<Item, How> of(Item item) {
    return Collections.unmodifiableMap(askers.getOrDefault(item, Map.of()));
  }
}
