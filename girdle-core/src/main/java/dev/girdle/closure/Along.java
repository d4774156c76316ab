package dev.girdle.closure;

import dev.girdle.app.Component;
import java.util.List;

/**
 * What goes along with a component of which something is reached, though nothing is known to ask
 * for it. Once in an artifact it can be used by a name that only the run will tell, so it asks for
 * what it needs like all else.
 */
@FunctionalInterface
public interface Along {
  /** Nothing but what is reached goes along. */
  Along NOTHING = component -> List.of();

  /**
   * What goes along with a component.
   *
   * @param component a component of which something is reached
   * @return hints, one for each thing that goes along; things that were reached may be among them
   */
  List<Demand> of(Component component);
}
