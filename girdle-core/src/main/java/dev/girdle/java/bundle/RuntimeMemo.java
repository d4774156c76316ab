package dev.girdle.java.bundle;

import dev.girdle.closure.Closure;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.java.reach.ReachedRuntime;
import dev.girdle.java.runtime.BundledRuntime;
import dev.girdle.java.runtime.JavaHome;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Supplier;

/**
 * What was found out of runtimes that are cut down, once for all forms that are made of one
 * closure. Safe for use by several threads.
 */
public final class RuntimeMemo {
  private final Map<Path, ReachedRuntime> reached = new HashMap<>();
  private final Map<Path, Trial> trials = new HashMap<>();

  private record Trial(Closure closure, Map<String, String> failures) {}

  /** What of some modules of a runtime the program of a request reaches. */
  synchronized ReachedRuntime reached(
      BundledRuntime runtime, Map<String, String> modules, LayoutRequest request) {
    Path home = runtime.home().folder();
    ReachedRuntime known = reached.get(home);
    if (known == null || known.closure() != request.closure()) {
      known =
          RuntimeBundler.walk(
              runtime, modules, request.closure(), request.selection(), request.choice());
      reached.put(home, known);
    }
    return known;
  }

  /** What does not work in a runtime that was cut down for a closure. */
  synchronized Map<String, String> failuresOf(
      JavaHome home, Closure closure, Supplier<Map<String, String>> trial) {
    Trial known = trials.get(home.folder());
    if (known == null || known.closure != closure) {
      known = new Trial(closure, trial.get());
      trials.put(home.folder(), known);
    }
    return known.failures;
  }
}
