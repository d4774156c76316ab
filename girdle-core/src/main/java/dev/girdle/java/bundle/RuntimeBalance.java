package dev.girdle.java.bundle;

import dev.girdle.closure.Closure;
import dev.girdle.closure.Selection;
import dev.girdle.ecosystem.RuntimeShares;
import dev.girdle.ecosystem.RuntimeShares.Piece;
import dev.girdle.io.Content;
import dev.girdle.java.runtime.BundledRuntime;
import dev.girdle.java.runtime.Extract;
import dev.girdle.java.runtime.JavaHome;
import dev.girdle.java.runtime.ModuleChoice;
import dev.girdle.layout.LayoutFile;
import dev.girdle.plan.Plan;
import dev.girdle.plan.RuntimeKind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Tells for every piece of a Java that comes along what becomes of it. */
public final class RuntimeBalance {
  private static final String IMAGE = "lib/modules";

  private final BundledRuntime runtime;
  private final List<Piece> pieces = new ArrayList<>();

  private RuntimeBalance(BundledRuntime runtime) {
    this.runtime = runtime;
  }

  /**
   * Tells it for every piece.
   *
   * @param home the runtime that goes along
   * @param plan what the user wants
   * @param closure what the program needs
   * @param selection what of the application goes in
   * @return modules and files, those that go along and those that stay behind
   */
  public static RuntimeShares of(JavaHome home, Plan plan, Closure closure, Selection selection) {
    try (BundledRuntime runtime = BundledRuntime.open(home, plan.choice().always())) {
      RuntimeBalance balance = new RuntimeBalance(runtime);
      ModuleChoice choice = RuntimeBundler.modules(runtime, closure, plan.choice());
      if (plan.runtime().kind() == RuntimeKind.WHOLE) {
        balance.whole();
      } else {
        Extract extract =
            RuntimeBundler.extract(
                choice,
                plan.runtime(),
                modules ->
                    RuntimeBundler.walk(runtime, modules, closure, selection, plan.choice()));
        balance.modules(extract, choice);
        balance.files(extract);
      }
      return new RuntimeShares(home.title(), balance.pieces);
    }
  }

  private void whole() {
    String why = "the whole runtime goes along";
    weights().forEach((module, bytes) -> pieces.add(new Piece(module, bytes, true, why)));
    runtime.whole("").stream()
        .filter(f -> !f.path().equals(IMAGE))
        .forEach(f -> pieces.add(new Piece(f.path(), f.content().size(), true, f.reason())));
  }

  private Map<String, Long> weights() {
    Map<String, Long> weights = new TreeMap<>();
    runtime
        .contents(runtime.modules().keySet())
        .forEach(
            (module, files) ->
                weights.put(module, files.values().stream().mapToLong(Content::size).sum()));
    return weights;
  }

  private void modules(Extract extract, ModuleChoice choice) {
    Map<String, Long> kept = runtime.weights(extract);
    weights()
        .forEach(
            (module, all) -> {
              long in = kept.getOrDefault(module, 0L);
              if (choice.chosen().containsKey(module)) {
                pieces.add(new Piece(module, in, true, choice.chosen().get(module)));
              }
              if (all > in) {
                String why = choice.leftOut().getOrDefault(module, "nothing reaches it");
                pieces.add(new Piece(module, all - in, false, why));
              }
            });
  }

  private void files(Extract extract) {
    Map<String, LayoutFile> all = new HashMap<>();
    runtime.whole("").forEach(f -> all.put(f.path(), f));
    all.remove(IMAGE);
    for (LayoutFile file : runtime.trimmed(extract, "")) {
      if (!file.path().equals(IMAGE)) {
        all.remove(file.path());
        pieces.add(new Piece(file.path(), file.content().size(), true, file.reason()));
      }
    }
    new TreeMap<>(all)
        .forEach(
            (path, file) ->
                pieces.add(
                    new Piece(
                        path, file.content().size(), false, "nothing reaches what it is for")));
  }
}
