package dev.girdle.seal;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Unmet;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.Examination;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.plan.Plan;
import java.util.List;
import java.util.stream.Stream;

/**
 * What is known about an application once its closure is walked. Close it when its content is no
 * longer needed.
 *
 * @param plan what the user wants
 * @param ecosystem its language
 * @param application what survey found
 * @param entry where execution starts
 * @param examination what its language knows
 * @param closure what is needed, and what is missing
 * @param need the runtime that is needed
 * @param kept the components that go along, in the application's order
 * @param ballast the components that stay behind
 */
public record Assessment(
    Plan plan,
    Ecosystem ecosystem,
    Application application,
    EntryPoint entry,
    Examination examination,
    Closure closure,
    RuntimeNeed need,
    List<Component> kept,
    List<Ballast> ballast)
    implements AutoCloseable {
  /**
   * The hard unmet demands that the plan does not allow.
   *
   * @return by name; empty if nothing stands in the way
   */
  public List<Unmet> faults() {
    return closure.unmet(Strength.HARD).stream().filter(u -> !isAccepted(u)).toList();
  }

  /**
   * Whether the plan says that this may be missing.
   *
   * @param unmet an unmet demand
   * @return true if one of the plan's patterns fits
   */
  public boolean isAccepted(Unmet unmet) {
    return plan.missingOk().stream().anyMatch(p -> p.matches(unmet.name()));
  }

  /**
   * The room that the kept components take.
   *
   * @return bytes
   */
  public long keptBytes() {
    return kept.stream().mapToLong(Component::size).sum();
  }

  /**
   * The room that the ballast takes.
   *
   * @return bytes
   */
  public long ballastBytes() {
    return ballast.stream().mapToLong(Ballast::bytes).sum();
  }

  /**
   * The parts of the runtime that are reached.
   *
   * @return in alphabetical order
   */
  public List<String> runtimeModules() {
    return closure.reached().stream()
        .map(Reached::item)
        .filter(i -> i.component().role() == Role.RUNTIME)
        .map(Item::name)
        .sorted()
        .toList();
  }

  /**
   * What the user should know about the application: what survey noticed, and what is wrong with
   * things that nothing needs. Reads all of the application.
   *
   * @return one sentence each
   */
  public List<String> notices() {
    return Stream.concat(application.notices().stream(), examination.warnings(closure).stream())
        .toList();
  }

  @Override
  public void close() {
    application.close();
  }
}
