package dev.girdle.layout;

import dev.girdle.app.LaunchSpec;

/**
 * One way to start an application on Windows by a program of its own.
 *
 * @param label what the program is called
 * @param opensWindow whether it opens a window of its own, and no console
 * @param orders what it is told
 */
public record WindowsStart(String label, boolean opensWindow, Orders orders) {
  /**
   * What is the same whatever is started.
   *
   * @param start what is started
   * @param more what it is told besides
   * @return a way to start it
   */
  public static WindowsStart of(LaunchSpec start, Orders more) {
    Orders orders = Orders.NONE.and("name", start.label());
    if (start.opensWindow()) {
      orders = orders.and("window", "");
    }
    orders =
        orders.and(
            "environment",
            start.environment().entrySet().stream()
                .map(e -> e.getKey() + "=" + e.getValue())
                .toList());
    return new WindowsStart(start.label(), start.opensWindow(), orders.and(more));
  }
}
