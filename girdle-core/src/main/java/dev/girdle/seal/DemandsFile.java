package dev.girdle.seal;

import dev.girdle.app.Item;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.NumberedDemands;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Strength;
import dev.girdle.ecosystem.Shape;
import dev.girdle.layout.LayoutFile;
import dev.girdle.record.Demands;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The first demands of all that is in the closure, for whoever gets the artifact alone. */
final class DemandsFile {
  private final Analysis analysis;
  private final Closure closure;
  private final Map<String, Integer> components = new LinkedHashMap<>();
  private final Map<How, Integer> ways = new LinkedHashMap<>();
  private final Map<Item, Integer> items = new IdentityHashMap<>();
  private final NumberedDemands numbers;

  DemandsFile(Analysis analysis) {
    this.analysis = analysis;
    this.closure = analysis.closure();
    this.numbers = new NumberedDemands(closure);
  }

  LayoutFile file(Shape shape) {
    String path = new Licensing(analysis).place(shape, Demands.IN_FOLDER, Demands.IN_ARCHIVE);
    return LayoutFile.made(path, demands().bytes(), "tells who asks for what is in it");
  }

  Demands demands() {
    for (Reached one : closure.reached()) {
      items.put(one.item(), items.size());
    }
    List<Demands.Reached> reached = new ArrayList<>();
    for (Reached one : closure.reached()) {
      Item item = one.item();
      reached.add(
          new Demands.Reached(
              number(item.component().name(), components),
              item.path(),
              item.name().equals(item.path()) ? null : item.name(),
              item.weight(),
              numbers.number(one.first())));
    }
    List<Demands.Asked> asked =
        numbers.all().stream().map(d -> asked(d, numbers.before(d).orElse(null))).toList();
    return new Demands(
        Demands.FORMAT,
        List.copyOf(components.keySet()),
        ways.keySet().stream().map(w -> new Demands.Way(w.id(), w.verb(), w.passive())).toList(),
        reached,
        asked);
  }

  private static <T> int number(T one, Map<T, Integer> all) {
    return all.computeIfAbsent(one, o -> all.size());
  }

  private Demands.Asked asked(Demand demand, Integer after) {
    Integer by = demand.asker().map(items::get).orElse(null);
    boolean isPlain = by != null && demand.place().equals(demand.site().text());
    return new Demands.Asked(
        by,
        demand.member().isEmpty() ? null : demand.member(),
        demand.line() == 0 ? null : demand.line(),
        isPlain ? null : demand.place(),
        number(demand.how(), ways),
        demand.name(),
        demand.strength() == Strength.HARD ? null : demand.excuse(),
        after);
  }
}
