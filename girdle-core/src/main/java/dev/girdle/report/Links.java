package dev.girdle.report;

import dev.girdle.app.Item;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/** Gives numbers to demands and to those that come before them in their chains. */
final class Links {
  private final Closure closure;
  private final Map<Item, Integer> pieces;
  private final Map<Demand, Integer> numbers = new IdentityHashMap<>();
  private final List<Link> links = new ArrayList<>();

  Links(Closure closure, Map<Item, Integer> pieces) {
    this.closure = closure;
    this.pieces = pieces;
  }

  List<Link> all() {
    return links;
  }

  /** The number of a demand; chains are long, so no recursion. */
  int number(Demand demand) {
    List<Demand> fresh = new ArrayList<>();
    Demand next = demand;
    while (next != null && numbers.putIfAbsent(next, links.size() + fresh.size()) == null) {
      fresh.add(next);
      next = closure.tellingBefore(next).orElse(null);
    }
    for (Demand one : fresh) {
      links.add(link(one, closure.tellingBefore(one).map(numbers::get).orElse(-1)));
    }
    return numbers.get(demand);
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
