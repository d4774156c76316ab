package dev.girdle.node;

import dev.girdle.app.Component;
import dev.girdle.app.Conflict;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Reached;
import dev.girdle.node.pack.NodeLanguage;
import dev.girdle.node.pack.NodeRelease;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.node.tree.ModuleTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The releases of Node that packages say they are made for, joined.
 *
 * @param speakers by range, as it is written, the packages that say so; ranges that cannot be read
 *     are not among them
 */
record Engines(Map<String, List<Component>> speakers) {
  /** What the packages say of which something is reached. */
  static Engines of(Closure closure, ModuleTree tree) {
    Set<Component> reached = new LinkedHashSet<>();
    closure.reached().stream().map(Reached::item).forEach(i -> reached.add(i.component()));
    Map<String, List<Component>> speakers = new LinkedHashMap<>();
    for (Component component : reached) {
      tree.description(ModuleTree.place(component))
          .flatMap(PackageJson::engine)
          .filter(NodeRelease::isRange)
          .ifPresent(r -> speakers.computeIfAbsent(r, x -> new ArrayList<>()).add(component));
    }
    return new Engines(speakers);
  }

  /**
   * The oldest release that all of them accept; empty if there is none, or nobody says anything.
   */
  Optional<String> oldest() {
    return NodeRelease.oldestIn(speakers.keySet());
  }

  /**
   * Two of them that no release can please, if there are any: ranges that lie on one line and
   * overlap in pairs overlap all together, so that two tell it nearly always.
   */
  List<Conflict> conflicts() {
    if (speakers.isEmpty() || oldest().isPresent()) {
      return List.of();
    }
    List<String> ranges = new ArrayList<>(speakers.keySet());
    List<List<String>> pairs = new ArrayList<>();
    for (int i = 0; i < ranges.size(); i++) {
      for (int j = i + 1; j < ranges.size(); j++) {
        List<String> pair = List.of(ranges.get(i), ranges.get(j));
        if (NodeRelease.oldestIn(pair).isEmpty()) {
          pairs.add(pair);
        }
      }
    }
    List<String> worst =
        pairs.isEmpty() ? ranges.subList(0, Math.min(2, ranges.size())) : pairs.get(0);
    List<String> names = new ArrayList<>();
    List<String> words = new ArrayList<>();
    for (String range : worst) {
      String name = speakers.get(range).get(0).name();
      names.add(name);
      words.add(name + " wants " + range);
    }
    String release = NodeRelease.OLDEST.least();
    return List.of(
        new Conflict(
            "engines",
            "no "
                + NodeLanguage.NAME
                + " from "
                + release
                + " on is all that is wanted: "
                + String.join(", ", words)
                + "; such words are often not kept to: rehearse it",
            NodeLanguage.NAME,
            Math.max(0, pairs.size() - 1),
            "",
            names,
            false));
  }
}
