package dev.girdle.report;

import dev.girdle.app.Item;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.NumberedDemands;
import java.util.List;
import java.util.Map;

/** Gives numbers to demands and to those that come before them in their chains. */
final class Links {
  private final NumberedDemands demands;
  private final Map<Item, Integer> pieces;

  Links(Closure closure, Map<Item, Integer> pieces) {
    this.demands = new NumberedDemands(closure);
    this.pieces = pieces;
  }

  List<Link> all() {
    return demands.all().stream().map(d -> link(d, demands.before(d).orElse(-1))).toList();
  }

  int number(Demand demand) {
    return demands.number(demand);
  }

  private Link link(Demand demand, int before) {
    return new Link(
        demand.asker().map(a -> pieces.getOrDefault(a, -1)).orElse(-1),
        demand.member(),
        demand.line(),
        demand.how(),
        demand.name(),
        demand.excuse(),
        before);
  }
}
