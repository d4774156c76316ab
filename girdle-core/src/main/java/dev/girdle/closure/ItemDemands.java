package dev.girdle.closure;

import java.util.List;

/**
 * What one item demands.
 *
 * @param named the demands whose name is known, the same name at most once for each thing
 * @param open the demands whose name only the run will tell
 */
public record ItemDemands(List<Demand> named, List<DynamicReference> open) {
  /** No demands at all. */
  public static final ItemDemands NONE = new ItemDemands(List.of(), List.of());

  /** Copies the lists. */
  public ItemDemands {
    named = List.copyOf(named);
    open = List.copyOf(open);
  }

  /**
   * Only demands whose name is known.
   *
   * @param demands the demands
   * @return without open ones
   */
  public static ItemDemands of(List<Demand> demands) {
    return new ItemDemands(demands, List.of());
  }
}
