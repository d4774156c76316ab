package dev.girdle.closure;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What of an application goes along, and what stays behind. Immutable.
 *
 * <p>Every item of the application's components is either kept or ballast.
 */
public final class Selection {
  private final Set<Component> whole;
  private final Map<Component, Map<Item, String>> kept;
  private final List<Ballast> ballast;
  private final Map<List<String>, String> whyLeftOut = new HashMap<>();

  /**
   * Creates a selection.
   *
   * @param kept for each component that goes along, in the application's order, its kept items and
   *     why each goes along
   * @param ballast whole components, and items of kept components
   */
  public Selection(Map<Component, Map<Item, String>> kept, List<Ballast> ballast) {
    this.kept = Collections.unmodifiableMap(new LinkedHashMap<>(kept));
    this.ballast = List.copyOf(ballast);
    ballast.forEach(b -> whyLeftOut.put(List.of(b.component(), b.path()), b.reason()));
    this.whole =
        Set.copyOf(
            kept.entrySet().stream()
                .filter(e -> e.getValue().size() == e.getKey().items().size())
                .map(Map.Entry::getKey)
                .toList());
  }

  /**
   * The components that go along, whole or in part.
   *
   * @return in the application's order
   */
  public List<Component> components() {
    return List.copyOf(kept.keySet());
  }

  /**
   * Whether all of a component goes along, so that it can be taken as it is.
   *
   * @param component any component
   * @return true if none of its items is left out
   */
  public boolean isWhole(Component component) {
    return whole.contains(component);
  }

  /**
   * The items of a component that go along, each with its reason.
   *
   * @param component any component
   * @return in the component's order; empty if it stays behind
   */
  public Map<Item, String> items(Component component) {
    return Collections.unmodifiableMap(kept.getOrDefault(component, Map.of()));
  }

  /**
   * Whether an item goes along.
   *
   * @param item any item of the application
   * @return true if it is kept
   */
  public boolean keeps(Item item) {
    return kept.getOrDefault(item.component(), Map.of()).containsKey(item);
  }

  /**
   * What stays behind: whole components, and items of kept ones.
   *
   * @return in the application's order
   */
  public List<Ballast> ballast() {
    return ballast;
  }

  /**
   * Why a component stays behind.
   *
   * @param component any component
   * @return empty if it goes along, whole or in part
   */
  public Optional<String> whyLeftOut(Component component) {
    return Optional.ofNullable(whyLeftOut.get(List.of(component.name(), "")));
  }

  /**
   * Why an item stays behind, by itself or with its component.
   *
   * @param item any item
   * @return empty if it goes along
   */
  public Optional<String> whyLeftOut(Item item) {
    return Optional.ofNullable(whyLeftOut.get(List.of(item.component().name(), item.path())))
        .or(() -> whyLeftOut(item.component()));
  }

  /**
   * The room that the kept things take where they come from.
   *
   * @return bytes; of a component that is kept in part, the share of its items
   */
  public long bytes() {
    return kept.keySet().stream().mapToLong(this::bytes).sum();
  }

  /**
   * The room that the kept things of a component take where they come from.
   *
   * @param component any component
   * @return bytes; 0 if it stays behind
   */
  public long bytes(Component component) {
    if (whole.contains(component)) {
      return component.size();
    }
    return items(component).keySet().stream().mapToLong(Item::weight).sum();
  }
}
