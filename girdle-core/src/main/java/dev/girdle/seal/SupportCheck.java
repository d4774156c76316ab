package dev.girdle.seal;

import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.Shape;
import dev.girdle.ecosystem.Support;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.plan.RuntimeKind;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Whether a language can do what a plan wants of it. */
final class SupportCheck {
  private SupportCheck() {}

  /**
   * Looks at the level of pruning and the kind of runtime.
   *
   * @throws GirdleException if it cannot do one of them; it says what it can
   */
  static void of(Ecosystem ecosystem, Plan plan) {
    Support support = ecosystem.support();
    if (!support.levels().contains(plan.choice().prune())) {
      throw refusal(
          ecosystem,
          "--prune " + plan.choice().prune().text(),
          "",
          support.levels().stream().sorted().map(Prune::text));
    }
    if (plan.choice().contents().withoutSources() && !support.runsWithoutSources()) {
      throw GirdleException.request(
          ecosystem.name() + " programs cannot be sealed without sources",
          "  What was handed over is what runs; nothing else is made of it. Leave out"
              + " --without-sources, and sources: leave-out in the plan.");
    }
    if (plan.runtime().placement().isPresent() && !support.shapes().contains(Shape.HOSTED)) {
      throw GirdleException.request(
          ecosystem.name() + " programs are not put into a program that runs them",
          "  Leave out place in the plan's runtime.");
    }
    RuntimeKind kind = plan.runtime().kind();
    if (support.refused().containsKey(kind)) {
      throw refusal(
          ecosystem,
          "--runtime " + kind.text(),
          ": " + support.refused().get(kind),
          Stream.of(RuntimeKind.values())
              .filter(k -> !support.refused().containsKey(k))
              .map(RuntimeKind::text));
    }
  }

  private static GirdleException refusal(
      Ecosystem ecosystem, String option, String why, Stream<String> able) {
    return GirdleException.request(
        ecosystem.name() + " programs cannot be sealed with " + option + why,
        "  What can be given: " + able.collect(Collectors.joining(", ")));
  }
}
