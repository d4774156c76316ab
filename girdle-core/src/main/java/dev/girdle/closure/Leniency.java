package dev.girdle.closure;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Ranks unmet demands by what the program itself knows of them.
 *
 * <p>Where a component is prepared for the absence of a thing in one place, it knows that the thing
 * may be absent, and its other demands for it are not hard either. An item that asks for such a
 * thing is itself optional: whatever else it misses, it misses only where the thing is there.
 */
final class Leniency {
  private static final String ELSEWHERE = "its absence is provided for elsewhere";
  private static final String OPTIONAL = "only code for something optional asks for it";

  private final Collection<List<Demand>> unsatisfied;
  private final Set<Excused> excused = new HashSet<>();
  private final Set<Item> optional = new HashSet<>();

  private record Excused(Component component, Thing thing, String name) {
    static Excused of(Demand demand) {
      return new Excused(demand.from().component(), demand.thing(), demand.name());
    }
  }

  Leniency(Collection<List<Demand>> unsatisfied) {
    this.unsatisfied = unsatisfied;
  }

  void apply() {
    forEach(d -> d.excuse().isEmpty() ? null : excused.add(Excused.of(d)));
    forEach(d -> excused.contains(Excused.of(d)) ? optional.add(d.from()) : null);
    for (List<Demand> demands : unsatisfied) {
      demands.replaceAll(this::rank);
    }
  }

  private void forEach(java.util.function.Function<Demand, Object> action) {
    for (List<Demand> demands : unsatisfied) {
      demands.stream().filter(d -> d.from() != null).forEach(action::apply);
    }
  }

  private Demand rank(Demand demand) {
    if (demand.strength() != Strength.HARD || demand.from() == null) {
      return demand;
    }
    if (excused.contains(Excused.of(demand))) {
      return demand.excused(ELSEWHERE);
    }
    return optional.contains(demand.from()) ? demand.excused(OPTIONAL) : demand;
  }
}
