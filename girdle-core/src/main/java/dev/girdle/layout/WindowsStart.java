package dev.girdle.layout;

import dev.girdle.app.LaunchSpec;
import java.util.Optional;

/**
 * One way to start an application on Windows by a program of its own.
 *
 * @param label what the program is called
 * @param opensWindow whether it opens a window of its own, and no console
 * @param orders what it is told
 * @param shown where in the layout the application has a program of its own for Windows, which is
 *     to look like the one that starts it; empty if it has none
 */
public record WindowsStart(
    String label, boolean opensWindow, Orders orders, Optional<String> shown) {
  /**
   * A way to start what is no program for Windows itself.
   *
   * @param label what the program is called
   * @param opensWindow whether it opens a window of its own, and no console
   * @param orders what it is told
   */
  public WindowsStart(String label, boolean opensWindow, Orders orders) {
    this(label, opensWindow, orders, Optional.empty());
  }

  /**
   * The same for an application that is a program for Windows itself.
   *
   * @param path of it in the layout
   * @return a way to start it
   */
  public WindowsStart showing(String path) {
    return new WindowsStart(label, opensWindow, orders, Optional.of(path));
  }

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
