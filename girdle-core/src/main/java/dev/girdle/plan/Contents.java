package dev.girdle.plan;

import dev.girdle.app.Target;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What the user says of single files of an application, besides that they go along or stay behind.
 *
 * @param start files that the program begins with, though nothing may name them
 * @param order which files are written first: what fits the first pattern, then what fits the next,
 *     then all else
 * @param only by target ({@code windows-x64}) or system ({@code windows}), what is for that alone
 * @param packs folders that become one file each
 * @param untouched code that goes along byte for byte as it is
 * @param withoutSources whether sources stay behind where what was made of them goes along
 */
public record Contents(
    List<NamePattern> start,
    List<NamePattern> order,
    Map<String, List<NamePattern>> only,
    List<ContentPack> packs,
    List<NamePattern> untouched,
    boolean withoutSources) {
  /** Nothing in particular. */
  public static final Contents USUAL =
      new Contents(List.of(), List.of(), Map.of(), List.of(), List.of(), false);

  /** Copies the lists, keeping their order. */
  public Contents {
    start = List.copyOf(start);
    order = List.copyOf(order);
    Map<String, List<NamePattern>> copy = new LinkedHashMap<>();
    only.forEach((target, patterns) -> copy.put(target, List.copyOf(patterns)));
    only = java.util.Collections.unmodifiableMap(copy);
    packs = List.copyOf(packs);
    untouched = List.copyOf(untouched);
  }

  /**
   * The same, and sources stay behind.
   *
   * @return where what was made of sources goes along without them
   */
  public Contents leavingSourcesOut() {
    return new Contents(start, order, only, packs, untouched, true);
  }

  /**
   * The patterns of what is for some targets alone.
   *
   * @param target where an artifact is to run; empty for everywhere
   * @param isFor whether those that are for this target are wanted, or those for others; what is
   *     for somewhere is for everywhere
   * @return in the order of the plan
   */
  public List<NamePattern> only(Optional<Target> target, boolean isFor) {
    List<NamePattern> found = new ArrayList<>();
    only.forEach(
        (where, patterns) -> {
          boolean fits =
              target.isEmpty()
                  || target.get().text().equals(where)
                  || target.get().system().equals(where);
          if (fits == isFor) {
            found.addAll(patterns);
          }
        });
    return found;
  }

  /**
   * Where a pattern is of {@link #only}.
   *
   * @param pattern one of its patterns
   * @return the target or system
   */
  public String target(NamePattern pattern) {
    return only.entrySet().stream()
        .filter(e -> e.getValue().contains(pattern))
        .map(Map.Entry::getKey)
        .findFirst()
        .orElse("");
  }

  /**
   * Which rank a file has in the order.
   *
   * @param path of the file in the application
   * @return 0 for the first; the number of patterns if none fits
   */
  public int rank(String path) {
    int rank = 0;
    while (rank < order.size() && !order.get(rank).matches(path)) {
      rank++;
    }
    return rank;
  }
}
