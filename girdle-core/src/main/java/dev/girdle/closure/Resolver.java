package dev.girdle.closure;

import dev.girdle.app.Item;
import java.util.List;
import java.util.Set;

/**
 * Finds what demands are for. All functions give the same answer whenever they are asked, and are
 * safe for use by several threads.
 */
public interface Resolver {
  /**
   * Which items satisfy a demand?
   *
   * @param demand asked by an item of the application, of its runtime, or by the plan
   * @return never null; the same for all demands for the same thing and name within one scope
   */
  Answer resolve(Demand demand);

  /**
   * From where it is asked, as far as that makes a difference to the answer: the asker's folder,
   * its component, or nothing at all.
   *
   * @param demand asked by an item of the application, of its runtime, or by the plan
   * @return empty where an answer is the same wherever it is asked
   */
  default String scopeOf(Demand demand) {
    return "";
  }

  /**
   * What could an open demand mean, within reason?
   *
   * @param open asked by an item of the application
   * @return hints, one for each thing that it could mean
   */
  default List<Demand> meanings(DynamicReference open) {
    return List.of();
  }

  /**
   * What do reached items imply together, beyond what each of them demands? Names that are joined
   * of what one says and of what another is called, for example.
   *
   * @param reached all items reached so far
   * @param open all open demands met so far, in the order in which they were met
   * @return hints; things that were reached may be among them
   */
  default List<Demand> implied(Set<Item> reached, List<DynamicReference> open) {
    return List.of();
  }
}
