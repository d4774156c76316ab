package dev.girdle.seal;

import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.Support;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.plan.RuntimeKind;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

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
    requireOneOf(support.levels(), plan.choice().prune(), ecosystem, "--prune", Prune::text);
    requireOneOf(
        support.runtimes(), plan.runtime().kind(), ecosystem, "--runtime", RuntimeKind::text);
  }

  private static <T extends Enum<T>> void requireOneOf(
      Set<T> able, T wanted, Ecosystem ecosystem, String option, Function<T, String> text) {
    if (!able.contains(wanted)) {
      throw GirdleException.request(
          ecosystem.name() + " programs cannot be sealed with " + option + " " + text.apply(wanted),
          "  What can be given: "
              + able.stream().sorted().map(text).collect(Collectors.joining(", ")));
    }
  }
}
