package dev.girdle.seal;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Conflict;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Linkage;
import dev.girdle.closure.Rank;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Selection;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Unresolved;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.plan.Plan;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What is known about an application once its closure is walked. Close it when its content is no
 * longer needed.
 *
 * @param plan what the user wants
 * @param ecosystem its language
 * @param application what survey found
 * @param model what its language knows
 * @param linkage how demands are answered: by the language that leads, and by all else that the
 *     application holds
 * @param natives its native code
 * @param excluded what the plan keeps out, each with the reason
 * @param closure what is needed, and what is missing
 * @param need the runtime that is needed; empty if none is
 * @param selection what goes along, and what stays behind
 * @param whereabouts for missing code, where it can be had, as far as that is known
 */
public record Analysis(
    Plan plan,
    Ecosystem ecosystem,
    Application application,
    LanguageModel model,
    Linkage linkage,
    NativeItems natives,
    Map<Item, String> excluded,
    Closure closure,
    Optional<RuntimeNeed> need,
    Selection selection,
    Map<String, String> whereabouts)
    implements AutoCloseable {
  /**
   * The same for another plan that leaves out the same things.
   *
   * @param other the plan
   * @return a new analysis of the same application
   */
  Analysis with(Plan other) {
    return new Analysis(
        other,
        ecosystem,
        application,
        model,
        linkage,
        natives,
        excluded,
        closure,
        need,
        selection,
        whereabouts);
  }

  /**
   * The same with something else going along.
   *
   * @param other what goes along
   * @return a new analysis of the same application
   */
  Analysis with(Selection other) {
    return new Analysis(
        plan,
        ecosystem,
        application,
        model,
        linkage,
        natives,
        excluded,
        closure,
        need,
        other,
        whereabouts);
  }

  /**
   * Where execution starts in the main way to start it.
   *
   * @return never null
   */
  public EntryPoint entry() {
    return application.entryPoint().orElseThrow();
  }

  /**
   * Components that get in each other's way. Where each part of the program sees another of them,
   * only those count that go along.
   *
   * @return as the language tells them
   */
  public List<Conflict> conflicts() {
    Set<String> kept = kept().stream().map(Component::name).collect(Collectors.toSet());
    List<Conflict> conflicts = new ArrayList<>(model.conflictsIn(closure));
    model.conflicts().stream()
        .filter(
            c -> !c.winner().isEmpty() || c.losers().stream().filter(kept::contains).count() > 1)
        .forEach(conflicts::add);
    return conflicts;
  }

  /**
   * The components that go along.
   *
   * @return in the application's order
   */
  public List<Component> kept() {
    return selection.components();
  }

  /**
   * What stays behind: whole components, and items of kept ones.
   *
   * @return in the application's order
   */
  public List<Ballast> ballast() {
    return selection.ballast();
  }

  /**
   * The hard unmet demands that the plan does not allow.
   *
   * @return by name; empty if nothing stands in the way
   */
  public List<Unresolved> faults() {
    return closure.unmet().stream().filter(this::stops).filter(u -> !isAccepted(u)).toList();
  }

  private boolean stops(Unresolved unmet) {
    boolean doubted = plan.choice().strict() && unmet.rank() == Rank.PERHAPS;
    return unmet.rank() == Rank.NEEDED || doubted && unmet.reach() != Strength.HINT;
  }

  /**
   * What is missing and perhaps needed, and is not allowed to be missing.
   *
   * @return what belongs together, the likeliest first
   */
  public List<Doubt> doubts() {
    Map<String, List<Unresolved>> families = new LinkedHashMap<>();
    for (Unresolved unmet : closure.unmet(Rank.PERHAPS)) {
      if (!isAccepted(unmet)) {
        families.computeIfAbsent(family(unmet), f -> new ArrayList<>()).add(unmet);
      }
    }
    return families.entrySet().stream().map(e -> new Doubt(e.getKey(), e.getValue())).toList();
  }

  private String family(Unresolved unmet) {
    String family = linkage().familyOf(unmet.first());
    boolean isAlone = unmet.thing().isCode() && family.equals(unmet.name());
    int dot = family.lastIndexOf('.');
    return isAlone && dot > 0 ? "some of " + family.substring(0, dot) : family;
  }

  /**
   * Whether the plan says that this may be missing, or has itself left it out.
   *
   * @param unmet an unmet demand
   * @return true if one of the plan's patterns fits
   */
  public boolean isAccepted(Unresolved unmet) {
    return acceptedBy(unmet).isPresent();
  }

  /**
   * The option by which the plan says that this may be missing.
   *
   * @param unmet an unmet demand
   * @return an option with its pattern; empty if it may not be missing
   */
  public Optional<String> acceptedBy(Unresolved unmet) {
    Stream<String> missingOk =
        plan.choice().missingOk().stream()
            .filter(p -> p.matches(unmet.name()))
            .map(p -> "--missing-ok " + p.reason());
    Stream<String> never =
        excluded.entrySet().stream()
            .filter(e -> e.getKey().name().equals(unmet.name()))
            .filter(e -> unmet.rank() != Rank.NEEDED || !isForOthers(e.getKey(), e.getValue()))
            .map(Map.Entry::getValue);
    return Stream.concat(missingOk, never).findFirst();
  }

  /** Nobody wanted it left out: it only cannot be what is needed. */
  private boolean isForOthers(Item item, String why) {
    return plan.choice()
        .target()
        .flatMap(t -> Optional.ofNullable(natives.notFor(t).get(item)))
        .filter(why::equals)
        .isPresent();
  }

  /**
   * What is known about something missing.
   *
   * @param unmet an unmet demand
   * @return a few words; may be empty
   */
  public String advice(Unresolved unmet) {
    String where = whereabouts.getOrDefault(unmet.name(), "");
    String advice = unmet.advice();
    return advice.isEmpty() || where.isEmpty() ? advice + where : advice + "; " + where;
  }

  /**
   * The room that the kept things take where they come from.
   *
   * @return bytes
   */
  public long keptBytes() {
    return selection.bytes();
  }

  /**
   * The room that the ballast takes.
   *
   * @return bytes
   */
  public long ballastBytes() {
    return ballast().stream().mapToLong(Ballast::bytes).sum();
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
    return Stream.concat(application.notices().stream(), model.warnings(closure).stream()).toList();
  }

  /**
   * What a look at the application tells without its closure.
   *
   * @return the same as {@link Analyzer#look} finds
   */
  public Overview overview() {
    return Overview.of(plan, application, natives, model);
  }

  @Override
  public void close() {
    application.close();
  }
}
