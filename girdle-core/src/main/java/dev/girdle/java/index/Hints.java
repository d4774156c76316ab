package dev.girdle.java.index;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Need;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.Wanted;
import dev.girdle.java.format.HintFiles;
import dev.girdle.java.format.JavaHow;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The demands that follow from shipped hints. A hint with a condition is a demand of the class that
 * it waits for; one without is a demand of its file, which every class of the component demands.
 */
public final class Hints {
  private final Map<Component, List<Item>> files = new HashMap<>();
  private final Map<Item, List<HintFiles.Hint>> byFile = new HashMap<>();
  private final Map<String, List<Conditional>> byCondition = new HashMap<>();

  private record Conditional(Item file, HintFiles.Hint hint) {}

  /**
   * Reads all hints.
   *
   * @param components the components
   * @param index what is there, since what is not there is no demand
   * @throws IOException if something cannot be read
   */
  public Hints(Collection<Component> components, ClassIndex index) throws IOException {
    for (Component component : components) {
      for (Item item : component.items()) {
        if (HintFiles.isOne(item.path()) && !index.isExcluded(item)) {
          add(item);
        }
      }
    }
  }

  private void add(Item file) throws IOException {
    List<HintFiles.Hint> hints = HintFiles.read(file);
    for (HintFiles.Hint hint : hints) {
      if (!hint.condition().isEmpty()) {
        byCondition
            .computeIfAbsent(hint.condition(), c -> new ArrayList<>(1))
            .add(new Conditional(file, hint));
      }
    }
    byFile.put(file, hints);
    files.computeIfAbsent(file.component(), c -> new ArrayList<>(1)).add(file);
  }

  /** What a reached class demands by hints. */
  public List<Demand> of(Item item) {
    List<Demand> demands = new ArrayList<>();
    for (Item file : files.getOrDefault(item.component(), List.of())) {
      String name = file.component().name() + ClassIndex.IN_COMPONENT + file.path();
      demands.add(demand(JavaHow.HINTS, Thing.FILE, name, item, ""));
    }
    for (Conditional c : byCondition.getOrDefault(item.name(), List.of())) {
      demands.add(demand(c.hint.thing(), c.hint.name(), item, c.file));
    }
    return demands;
  }

  /**
   * Whether a file holds hints.
   *
   * @param item any item
   * @return true if it was read here
   */
  public boolean isHintFile(Item item) {
    return byFile.containsKey(item);
  }

  /** What a file of hints demands by itself. */
  public List<Demand> ofFile(Item file) {
    List<Demand> demands = new ArrayList<>();
    for (HintFiles.Hint hint : byFile.get(file)) {
      if (hint.condition().isEmpty()) {
        demands.add(demand(hint.thing(), hint.name(), file, file));
      }
    }
    return demands;
  }

  private static Demand demand(Thing thing, String name, Item from, Item file) {
    String full =
        thing == Thing.FILE ? file.component().name() + ClassIndex.IN_COMPONENT + name : name;
    String why = from == file ? "" : "by " + file.path();
    return demand(JavaHow.HINT, thing, full, from, why);
  }

  private static Demand demand(How how, Thing thing, String name, Item from, String excuse) {
    return new Demand(Wanted.all(thing, name), Site.of(from), new Need(how, Strength.HINT, excuse));
  }
}
