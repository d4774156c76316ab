package dev.girdle.java;

import dev.girdle.app.LaunchSpec;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Selection;
import dev.girdle.ecosystem.RuntimeModel;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.ecosystem.RuntimeParts;
import dev.girdle.ecosystem.RuntimeShares;
import dev.girdle.ecosystem.RuntimeThing;
import dev.girdle.java.bundle.RuntimeAnswers;
import dev.girdle.java.bundle.RuntimeBalance;
import dev.girdle.java.bundle.RuntimeBundler;
import dev.girdle.java.index.Jdk;
import dev.girdle.java.linkage.NeededJava;
import dev.girdle.java.runtime.ModuleChoice;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Plan;
import java.util.List;
import java.util.Optional;

/** What Java knows of the runtime of one application. */
final class JavaRuntime implements RuntimeModel {
  private final Jdk jdk;
  private final NeededJava needed;

  JavaRuntime(Jdk jdk, NeededJava needed) {
    this.jdk = jdk;
    this.needed = needed;
  }

  @Override
  public Optional<RuntimeNeed> needOf(List<LaunchSpec> starts) {
    return Optional.of(needed.of(starts));
  }

  @Override
  public Optional<RuntimeNeed> need(Closure closure) {
    return Optional.of(needed.of(closure));
  }

  @Override
  public RuntimeParts parts(Closure closure, Choice choice) {
    ModuleChoice modules = RuntimeBundler.modules(jdk.requirements(), closure, choice);
    return new RuntimeParts(modules.chosen(), modules.leftOut());
  }

  @Override
  public Optional<RuntimeThing> find(String name, Plan plan, Closure closure, Selection selection) {
    return RuntimeAnswers.about(name, plan, closure, selection);
  }

  @Override
  public Optional<RuntimeShares> shares(Plan plan, Closure closure, Selection selection) {
    return plan.runtime().isBundled()
        ? Optional.of(
            RuntimeBalance.of(
                RuntimeBundler.chosen(plan.runtime(), plan.choice().target(), needed.of(closure)),
                plan,
                closure,
                selection))
        : Optional.empty();
  }
}
