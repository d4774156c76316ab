package dev.girdle.java.bundle;

import dev.girdle.app.Item;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Selection;
import dev.girdle.ecosystem.RuntimeThing;
import dev.girdle.java.reach.ReachedRuntime;
import dev.girdle.java.reach.RuntimeWalk;
import dev.girdle.java.runtime.BundledRuntime;
import dev.girdle.java.runtime.JavaHome;
import dev.girdle.java.runtime.ModuleChoice;
import dev.girdle.plan.Plan;
import dev.girdle.plan.RuntimeKind;
import java.util.List;
import java.util.Optional;

/** Tells what becomes of a class of the runtime. */
public final class RuntimeAnswers {
  private RuntimeAnswers() {}

  /**
   * What becomes of a class or file of the runtime that would go along.
   *
   * @param name its full name
   * @param plan what the user wants
   * @param closure what the program needs
   * @param selection what of the application goes in
   * @return empty if the runtime has none of that name, or none goes along
   */
  public static Optional<RuntimeThing> about(
      String name, Plan plan, Closure closure, Selection selection) {
    JavaHome home = RuntimeBundler.first(plan.runtime());
    try (BundledRuntime runtime = BundledRuntime.open(home, plan.choice().always())) {
      String path = name.replace('.', '/') + ".class";
      Optional<String> module = runtime.moduleWith(path);
      if (module.isEmpty()) {
        return Optional.empty();
      }
      ModuleChoice choice = RuntimeBundler.modules(runtime, closure, plan.choice());
      Item item =
          RuntimeWalk.component(
                  module.get(), runtime.contents(List.of(module.get())).get(module.get()))
              .item(path)
              .orElseThrow();
      if (plan.runtime().kind() != RuntimeKind.TIGHT) {
        return Optional.of(withItsModule(item, choice, closure));
      }
      ReachedRuntime reached =
          RuntimeBundler.walk(runtime, choice.chosen(), closure, selection, plan.choice());
      Optional<Item> kept = reached.classNamed(name);
      return Optional.of(
          kept.map(i -> new RuntimeThing(i, true, reached.chain(i), ""))
              .orElseGet(() -> withoutDemand(item, choice)));
    }
  }

  private static RuntimeThing withoutDemand(Item item, ModuleChoice choice) {
    return choice.chosen().containsKey(item.component().name())
        ? new RuntimeThing(item, false, List.of(), "nothing reaches it")
        : withoutItsModule(item, choice);
  }

  private static RuntimeThing withItsModule(Item item, ModuleChoice choice, Closure closure) {
    String module = item.component().name();
    Demand asked = closure.ofRuntime().get(item.name());
    if (!choice.chosen().containsKey(module)) {
      return withoutItsModule(item, choice);
    }
    return asked != null
        ? new RuntimeThing(item, true, closure.chain(asked), "")
        : new RuntimeThing(
            item, true, List.of(), "all of the module does (" + choice.chosen().get(module) + ")");
  }

  private static RuntimeThing withoutItsModule(Item item, ModuleChoice choice) {
    String module = item.component().name();
    String why = choice.leftOut().getOrDefault(module, "nothing reaches it");
    return new RuntimeThing(
        item, false, List.of(), "the module " + module + " stays behind: " + why);
  }
}
