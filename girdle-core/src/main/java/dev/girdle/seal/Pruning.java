package dev.girdle.seal;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Selection;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.plan.Prune;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Decides for every component and item whether it goes along. */
final class Pruning {
  private final Prune prune;
  private final Closure closure;
  private final LanguageModel model;
  private final Map<Item, String> excluded;
  private final Map<Component, Map<Item, String>> kept = new LinkedHashMap<>();
  private final List<Ballast> ballast = new ArrayList<>();

  Pruning(Prune prune, Closure closure, LanguageModel model, Map<Item, String> excluded) {
    this.prune = prune;
    this.closure = closure;
    this.model = model;
    this.excluded = excluded;
  }

  Selection select(List<Component> components) {
    components.forEach(this::select);
    return new Selection(kept, ballast);
  }

  private void select(Component component) {
    boolean allExcluded =
        !component.items().isEmpty() && component.items().stream().allMatch(excluded::containsKey);
    if (allExcluded) {
      leaveOut(component, excluded.get(component.items().get(0)));
    } else if (prune != Prune.NONE && closure.reachedIn(component).isEmpty()) {
      leaveOut(component, Ballast.UNREACHED);
    } else {
      Map<Item, String> items = new LinkedHashMap<>();
      for (Item item : component.items()) {
        select(item, items);
      }
      kept.put(component, items);
    }
  }

  private void leaveOut(Component component, String why) {
    ballast.add(new Ballast(component.name(), "", component.size(), why));
  }

  private void select(Item item, Map<Item, String> items) {
    String excludedBy = excluded.get(item);
    if (excludedBy != null) {
      leaveOut(item, excludedBy);
    } else if (closure.reached(item).isPresent()) {
      items.put(item, ""); // the closure tells why
    } else if (prune.compareTo(Prune.COMPONENTS) <= 0) {
      items.put(item, "not reached, travels with " + item.component().name());
    } else {
      Optional<String> other = model.uselessBeside(closure, item);
      Optional<String> useless = other.or(() -> model.uselessAtRunTime(item));
      Optional<String> stays = other.isPresent() ? Optional.empty() : model.staysWith(item, prune);
      if (stays.isPresent()) {
        items.put(item, stays.get());
      } else {
        leaveOut(item, useless.orElse(Ballast.UNREACHED));
      }
    }
  }

  private void leaveOut(Item item, String why) {
    ballast.add(new Ballast(item.component().name(), item.path(), item.weight(), why));
  }
}
