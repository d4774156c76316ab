package dev.girdle.ecosystem;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.closure.Closure;
import java.util.List;

/**
 * What is to be laid out, and how.
 *
 * @param shape the shape
 * @param application the application
 * @param entry where execution starts
 * @param examination what the language knows
 * @param closure what is needed
 * @param kept the components that go in, in the application's order
 * @param need the runtime that is needed
 */
public record LayoutRequest(
    Shape shape,
    Application application,
    EntryPoint entry,
    Examination examination,
    Closure closure,
    List<Component> kept,
    RuntimeNeed need) {
  /** Copies the list. */
  public LayoutRequest {
    kept = List.copyOf(kept);
  }
}
