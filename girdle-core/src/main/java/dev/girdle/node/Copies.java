package dev.girdle.node;

import dev.girdle.app.Component;
import dev.girdle.app.Conflict;
import dev.girdle.app.Item;
import dev.girdle.io.Sizes;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Packages that are there several times, in one release or in several. */
final class Copies {
  private Copies() {}

  /** Each such package, by name. */
  static List<Conflict> among(List<Component> components) {
    Map<String, List<Component>> byName = new TreeMap<>();
    for (Component component : components) {
      if (!component.role().isUsers()) {
        byName
            .computeIfAbsent(
                component.name().replaceFirst("(?<=.)@.*$", ""), n -> new ArrayList<>())
            .add(component);
      }
    }
    List<Conflict> conflicts = new ArrayList<>();
    byName.forEach(
        (name, all) -> {
          if (all.size() > 1) {
            boolean same = all.stream().map(Component::release).distinct().count() == 1;
            long[] sizes =
                all.stream()
                    .mapToLong(c -> c.items().stream().mapToLong(Item::weight).sum())
                    .sorted()
                    .toArray();
            long more = Arrays.stream(sizes).sum() - sizes[sizes.length - 1];
            conflicts.add(
                new Conflict(
                    Conflict.COPIES,
                    name
                        + " is there "
                        + all.size()
                        + " times"
                        + (same ? ", in one release" : ", in several releases")
                        + ": "
                        + Sizes.of(more)
                        + " more than one of them",
                    name,
                    0,
                    "",
                    all.stream().map(Component::name).toList(),
                    same));
          }
        });
    return conflicts;
  }
}
