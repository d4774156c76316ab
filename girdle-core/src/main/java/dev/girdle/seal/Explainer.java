package dev.girdle.seal;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Nearest;
import dev.girdle.app.Role;
import dev.girdle.closure.Answer;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Reasons;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.closure.Unresolved;
import dev.girdle.ecosystem.RuntimeParts;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/** Answers the question why something is in, out, or missing. */
public final class Explainer {
  private static final int ASKERS = 5;

  private final Analysis analysis;
  private final Closure closure;

  /**
   * Creates an explainer.
   *
   * @param analysis what is known about the application; stays open as long as it is asked
   */
  public Explainer(Analysis analysis) {
    this.analysis = analysis;
    this.closure = analysis.closure();
  }

  /**
   * Explains a thing.
   *
   * @param thing a class by its full or simple name, a file, a component, a module of the runtime,
   *     or something missing
   * @return one explanation for each thing that the name may mean; at least one
   * @throws GirdleException if there is no such thing; the nearest names are told
   */
  public List<Explanation> explain(String thing) {
    List<Explanation> found = new ArrayList<>();
    component(thing).ifPresent(found::add);
    if (found.isEmpty()) {
      missing(thing).ifPresent(found::add);
    }
    if (found.isEmpty()) {
      analysis.model().find(thing).forEach(item -> found.add(item(item)));
    }
    if (found.isEmpty()) {
      ofRuntime(thing).ifPresent(found::add);
    }
    if (found.isEmpty()) {
      analysis.application().setAside().stream()
          .filter(s -> s.path().equals(thing) || s.path().endsWith("/" + thing))
          .forEach(s -> found.add(new Explanation.Aside(s)));
    }
    if (found.isEmpty()) {
      throw unknown(thing);
    }
    return found;
  }

  private Optional<Explanation> component(String name) {
    for (Component component : analysis.application().components()) {
      if (component.name().equals(name)
          || component.origin().equals(name)
          || component.stem().equals(name)
          || component.plainName().equals(name)) {
        return Optional.of(component(component));
      }
    }
    return Optional.empty();
  }

  private Explanation component(Component component) {
    for (Ballast ballast : analysis.ballast()) {
      if (ballast.component().equals(component.name()) && ballast.path().isEmpty()) {
        return new Explanation.LeftOut(ballast, askers(i -> i.component() == component));
      }
    }
    int reached = closure.reachedIn(component).size();
    List<Demand> chain =
        reached == 0 ? List.of() : closure.chain(closure.reachedIn(component).get(0).item());
    return new Explanation.Kept(component, reached, chain);
  }

  private Optional<Explanation> missing(String name) {
    return closure.unmet().stream()
        .filter(u -> u.name().equals(name) || u.name().endsWith("." + name))
        .findFirst()
        .map(this::missing);
  }

  private Explanation missing(Unresolved unmet) {
    List<Demand> chain = closure.chain(unmet.demands().get(0));
    return new Explanation.Missing(unmet, analysis.advice(unmet), chain);
  }

  private Explanation item(Item item) {
    if (closure.reached(item).isPresent()) {
      return new Explanation.Reached(item, closure.chain(item));
    }
    if (item.component().role() == Role.RUNTIME) {
      return ofRuntime(item);
    }
    boolean kept = analysis.selection().keeps(item);
    return new Explanation.Unreached(item, kept, why(item, kept), askers(i -> i == item));
  }

  private Optional<Explanation> ofRuntime(String name) {
    return analysis
        .model()
        .runtime()
        .find(name, analysis.plan(), closure, analysis.selection())
        .map(
            t ->
                t.chain().isEmpty()
                    ? new Explanation.Unreached(t.item(), t.kept(), t.why(), List.of())
                    : new Explanation.Reached(t.item(), t.chain()));
  }

  /** What nothing reaches may be a part of a trimmed runtime all the same. */
  private Explanation ofRuntime(Item item) {
    RuntimeParts parts = analysis.model().runtime().parts(closure, analysis.plan().choice());
    String chosen = parts.chosen().get(item.name());
    String why = chosen == null ? parts.leftOut().get(item.name()) : chosen;
    return new Explanation.Unreached(
        item,
        chosen != null,
        why == null ? "nothing reaches it" : why,
        chosen == null ? askers(i -> i == item) : List.of());
  }

  private String why(Item item, boolean kept) {
    if (kept) {
      return Reasons.of(item, analysis.selection(), closure);
    }
    return analysis.selection().whyLeftOut(item).orElse("nothing reaches it");
  }

  /** Who, of all that is not reached itself, asks for such an item of another component. */
  private List<Demand> askers(Predicate<Item> wanted) {
    List<Demand> found = new ArrayList<>();
    for (Component component : analysis.application().components()) {
      for (Item item : component.items()) {
        if (closure.reached(item).isEmpty() && !wanted.test(item)) {
          demandsOf(item).stream().filter(d -> leadsTo(d, wanted)).limit(1).forEach(found::add);
        }
        if (found.size() == ASKERS) {
          return found;
        }
      }
    }
    return found;
  }

  private List<Demand> demandsOf(Item item) {
    try {
      return analysis.linkage().demandsOf(item).named();
    } catch (UnreadableItemException | IOException e) {
      return List.of(); // it is not reached, so its damage harms nobody
    }
  }

  private boolean leadsTo(Demand demand, Predicate<Item> wanted) {
    Answer answer = analysis.linkage().resolve(demand);
    return answer instanceof Answer.Items items
        && items.items().stream().anyMatch(wanted)
        && items.items().stream().noneMatch(i -> i.component() == demand.from().component());
  }

  private GirdleException unknown(String thing) {
    Set<String> names = new LinkedHashSet<>();
    for (Component component : analysis.application().components()) {
      names.add(component.name());
      component.items().forEach(i -> names.add(i.name()));
    }
    closure.unmet().forEach(u -> names.add(u.name()));
    List<String> near = Nearest.to(thing, names, 3);
    List<String> lines = new ArrayList<>();
    lines.add(
        "nothing in "
            + analysis.application().source()
            + " is called "
            + thing
            + (near.isEmpty() ? "" : "; did you mean " + near.get(0) + "?"));
    near.stream().skip(1).forEach(n -> lines.add("  or " + n));
    if (near.isEmpty()) {
      lines.add(
          "  Give a class by its name, a file by its path, or a component as closure lists it.");
    }
    return new GirdleException(Fault.REQUEST, lines);
  }
}
