package dev.girdle.closure;

import dev.girdle.app.Item;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Predicate;

/**
 * Ranks unmet demands by what the program itself knows of them.
 *
 * <ul>
 *   <li>Where makers are prepared for the absence of a thing in one place, they know that it may be
 *       absent, with all that is supplied together with it; their other demands for that are not
 *       hard either.
 *   <li>An item that asks for such a thing is itself optional: whatever else it misses, it misses
 *       only where the thing is there.
 *   <li>If all items that ask for something supplied together are based on parts of it, they cannot
 *       even be loaded without it: they are there for those who have it.
 * </ul>
 */
final class OptionalReferences {
  private static final String ELSEWHERE = "its absence is provided for elsewhere";
  private static final String OPTIONAL = "only code for something optional asks for it";
  private static final String BASED = "only code that is based on it asks for it";

  private final Linkage linkage;
  private final Predicate<Demand> declared;
  private final Collection<List<Demand>> unsatisfied;
  private final Map<List<Object>, String> families = new HashMap<>();
  private final Set<Excused> excused = new HashSet<>();
  private final Set<Item> optional = new HashSet<>();

  private record Excused(String makers, String family) {}

  /**
   * Prepares to rank.
   *
   * @param linkage the language
   * @param unsatisfied the demands for each thing that is missing; will be replaced
   * @param declared whether the asker's makers say that they need what it asks for, so that nothing
   *     that others are prepared for says otherwise
   */
  OptionalReferences(
      Linkage linkage, Collection<List<Demand>> unsatisfied, Predicate<Demand> declared) {
    this.linkage = linkage;
    this.declared = declared;
    this.unsatisfied = unsatisfied;
  }

  void apply() {
    forEach(
        d -> {
          // who copes with the absence of a file is not prepared for that of code
          if (!d.excuse().isEmpty() && d.thing().isCode()) {
            excused.add(of(d));
          }
        });
    forEach(
        d -> {
          if (excused.contains(of(d))) {
            optional.add(d.from());
          }
        });
    for (List<Demand> demands : unsatisfied) {
      demands.replaceAll(this::rank);
    }
    Set<String> onlyBased = familiesOnlyBasedOn();
    optional.clear();
    for (List<Demand> demands : unsatisfied) {
      demands.replaceAll(
          d -> isHard(d) && onlyBased.contains(family(d)) && !declared.test(d) ? based(d) : d);
    }
    for (List<Demand> demands : unsatisfied) {
      demands.replaceAll(this::rank);
    }
    // what is known of a single demand makes nothing else optional
    for (List<Demand> demands : unsatisfied) {
      demands.replaceAll(d -> isHard(d) ? linkage.excuseFor(d).map(d::excused).orElse(d) : d);
    }
  }

  private Demand based(Demand demand) {
    optional.add(demand.from());
    return demand.excused(BASED);
  }

  private void forEach(Consumer<Demand> action) {
    for (List<Demand> demands : unsatisfied) {
      demands.stream().filter(d -> d.from() != null).forEach(action);
    }
  }

  private Excused of(Demand demand) {
    return new Excused(linkage.vendorOf(demand.from()), family(demand));
  }

  private String family(Demand demand) {
    return families.computeIfAbsent(
        List.of(demand.thing(), demand.name(), linkage.scopeOf(demand)),
        k -> linkage.familyOf(demand));
  }

  private Demand rank(Demand demand) {
    if (!isHard(demand)) {
      return demand;
    }
    boolean elsewhere = excused.contains(of(demand));
    if (!elsewhere && !optional.contains(demand.from()) || declared.test(demand)) {
      return demand;
    }
    return demand.excused(elsewhere ? ELSEWHERE : OPTIONAL);
  }

  private static boolean isHard(Demand demand) {
    return demand.strength() == Strength.HARD && demand.from() != null;
  }

  /** Families all of whose hard askers extend or implement something of the same family. */
  private Set<String> familiesOnlyBasedOn() {
    Map<String, Set<Item>> based = new HashMap<>();
    forEach(
        d -> {
          if (d.how().isBasis()) {
            based.computeIfAbsent(family(d), f -> new HashSet<>()).add(d.from());
          }
        });
    Set<String> only = new HashSet<>(based.keySet());
    forEach(
        d -> {
          if (isHard(d) && !based.getOrDefault(family(d), Set.of()).contains(d.from())) {
            only.remove(family(d));
          }
        });
    return only;
  }
}
