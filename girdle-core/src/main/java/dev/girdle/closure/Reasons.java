package dev.girdle.closure;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.util.List;

/** Reasons as sentences, the same wherever they are told. */
public final class Reasons {
  private Reasons() {}

  /**
   * A demand as a sentence.
   *
   * @param demand the demand
   * @return for example {@code org.ternhaven.Book.print, line 31, calls org.ternhaven.Tide}
   */
  public static String sentence(Demand demand) {
    String place = demand.place();
    String comma = demand.line() > 0 && demand.from() != null ? ", " : " ";
    return place + comma + demand.how().verb() + " " + demand.name();
  }

  /**
   * Why a component goes along.
   *
   * @param component the component
   * @param closure the closure
   * @return the sentence of the demand that reached it first, or that nothing did
   */
  public static String of(Component component, Closure closure) {
    List<Reached> reached = closure.reachedIn(component);
    return reached.isEmpty()
        ? "kept though nothing reaches it, since nothing is to be pruned"
        : sentence(reached.get(0).first());
  }

  /**
   * Why an item goes along.
   *
   * @param item a kept item
   * @param selection what is kept
   * @param closure the closure
   * @return the sentence of the demand that reached it first, or why it is kept all the same
   */
  public static String of(Item item, Selection selection, Closure closure) {
    return closure
        .reached(item)
        .map(r -> sentence(r.first()))
        .orElseGet(() -> selection.items(item.component()).getOrDefault(item, "left out"));
  }
}
