package dev.girdle.artifact;

import dev.girdle.artifact.Comparison.Change;
import dev.girdle.artifact.Comparison.Kind;
import dev.girdle.record.Demands;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Why components that are new in an artifact came in.
 *
 * @param chains for each the demands that lead to what of it was reached first, as sentences, from
 *     the plan's on; only those of which that is known
 */
public record Arrivals(Map<String, List<String>> chains) {
  /** Makes the map unchangeable; its order stays. */
  public Arrivals {
    chains = Collections.unmodifiableMap(new LinkedHashMap<>(chains));
  }

  /**
   * Looks for the reasons.
   *
   * @param comparison what differs
   * @param demands those of the newer artifact; empty if it tells none
   * @return in the order of the comparison
   */
  public static Arrivals of(Comparison comparison, Optional<Demands> demands) {
    Map<String, List<String>> chains = new LinkedHashMap<>();
    if (demands.isPresent()) {
      for (Change change : comparison.components()) {
        int number = demands.get().components().indexOf(change.name());
        if (change.kind() == Kind.ADDED) {
          demands.get().items().stream()
              .filter(i -> i.component() == number)
              .findFirst()
              .ifPresent(
                  i ->
                      chains.put(
                          change.name(),
                          demands.get().chain(i.demand()).stream()
                              .map(Demands.Step::sentence)
                              .toList()));
        }
      }
    }
    return new Arrivals(chains);
  }
}
