package dev.girdle.seal;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Closure;
import dev.girdle.closure.ClosureWalk;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.Examination;
import dev.girdle.ecosystem.SurveyRequest;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import java.util.ArrayList;
import java.util.List;
import java.util.ServiceLoader;

/** Surveys an application and walks its closure. */
public final class Assessor {
  private final Ecosystem ecosystem;
  private final Progress progress;

  /**
   * Creates an assessor.
   *
   * @param progress is told how the work gets on
   */
  public Assessor(Progress progress) {
    // there is one language so far; with the next one, survey has to tell which it is
    this.ecosystem = ServiceLoader.load(Ecosystem.class).findFirst().orElseThrow();
    this.progress = progress;
  }

  /**
   * Looks at what the user has built.
   *
   * @param plan what the user wants
   * @return the application, to be closed by the caller
   * @throws GirdleException if it is none, or damaged
   */
  public Application survey(Plan plan) {
    return ecosystem.survey(
        new SurveyRequest(plan.app(), plan.with(), plan.entry(), plan.name(), plan.release()));
  }

  /**
   * Finds out what the application needs.
   *
   * @param plan what the user wants
   * @return the assessment, to be closed by the caller
   * @throws GirdleException if there is no application, or the user has to choose an entry point
   */
  public Assessment assess(Plan plan) {
    Application application = survey(plan);
    try {
      return assess(plan, application);
    } catch (RuntimeException e) {
      application.close();
      throw e;
    }
  }

  /**
   * Finds out what a surveyed application needs.
   *
   * @param plan what the user wants
   * @param application the outcome of {@link #survey} for this plan
   * @return the assessment; closing it closes the application
   * @throws GirdleException if the user has to choose an entry point
   */
  public Assessment assess(Plan plan, Application application) {
    EntryPoint entry = application.entryPoint().orElseThrow(() -> noEntryPoint(application));
    Examination examination = ecosystem.examine(application);
    Closure closure =
        ClosureWalk.walk(
            examination.linkage(),
            examination.seeds(entry),
            reached -> progress.at("reading classes", reached, 0));
    List<Component> kept = new ArrayList<>();
    List<Ballast> ballast = new ArrayList<>();
    for (Component component : application.components()) {
      if (plan.prune() == Prune.NONE || !closure.reachedIn(component).isEmpty()) {
        kept.add(component);
      } else {
        ballast.add(
            new Ballast(component.name(), "", component.size(), "nothing in the closure needs it"));
      }
    }
    return new Assessment(
        plan,
        ecosystem,
        application,
        entry,
        examination,
        closure,
        examination.runtimeNeed(closure),
        List.copyOf(kept),
        List.copyOf(ballast));
  }

  private static GirdleException noEntryPoint(Application application) {
    List<String> lines = new ArrayList<>();
    if (application.candidates().isEmpty()) {
      return GirdleException.application(
          application.source() + ": no class has a main method, so there is nothing to start",
          "  If the main class is in another folder or jar, add it with --with PATH.");
    }
    lines.add(
        application.source()
            + ": "
            + application.candidates().size()
            + " classes can be started. Choose one, the likeliest first:");
    application
        .candidates()
        .forEach(
            c ->
                lines.add(
                    "  --entry " + c.name() + "   (" + c.component() + ", " + c.foundBy() + ")"));
    return new GirdleException(Fault.REQUEST, lines);
  }
}
