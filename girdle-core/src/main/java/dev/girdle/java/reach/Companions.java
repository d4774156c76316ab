package dev.girdle.java.reach;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.io.Lines;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.plan.NamePattern;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What is reached together with certain classes of a runtime, though no code tells its name. */
final class Companions {
  private final Map<String, List<NamePattern>> patterns = new HashMap<>();

  Companions() {
    for (String line : Lines.of(Companions.class, "reached-with.txt")) {
      String[] words = line.split(" \\| ");
      patterns.computeIfAbsent(words[0], w -> new ArrayList<>()).add(NamePattern.of(words[1]));
    }
  }

  List<Demand> of(Item item, ClassIndex index) {
    List<Demand> demands = new ArrayList<>();
    for (NamePattern pattern : patterns.getOrDefault(item.name(), List.of())) {
      index.classNames().stream()
          .filter(pattern::matches)
          .sorted()
          .forEach(
              name ->
                  demands.add(
                      Demand.of(
                          JavaThing.CODE, name, Site.of(item), JavaHow.JOINED, Strength.SOFT)));
    }
    return demands;
  }
}
