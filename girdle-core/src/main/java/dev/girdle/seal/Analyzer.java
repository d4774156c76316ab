package dev.girdle.seal;

import dev.girdle.app.Application;
import dev.girdle.app.Item;
import dev.girdle.app.Target;
import dev.girdle.closure.Closure;
import dev.girdle.closure.ClosureWalk;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.JoinedLinkage;
import dev.girdle.closure.Linkage;
import dev.girdle.closure.Rank;
import dev.girdle.closure.SideLinkage;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Unresolved;
import dev.girdle.closure.WalkListener;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.Ecosystems;
import dev.girdle.ecosystem.Ecosystems.Recognised;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.LanguageWords;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.Recognition;
import dev.girdle.ecosystem.Recognition.Certainty;
import dev.girdle.ecosystem.RuntimeProvider;
import dev.girdle.evidence.Evidence;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Choice;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.plan.RuntimeKind;
import dev.girdle.plan.Source;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Surveys an application and walks its closure. */
public final class Analyzer {
  private static final int MOST_CANDIDATES = 12;

  private final Ecosystems languages;
  private final Map<Source, Ecosystem> leading = new HashMap<>();
  private final Map<Source, Evidence> seen = new HashMap<>();
  private final Progress progress;
  private final WalkListener listener;

  /**
   * Creates an analyzer.
   *
   * @param progress is told how the work gets on
   */
  public Analyzer(Progress progress) {
    this(progress, WalkListener.NONE);
  }

  /**
   * Creates an analyzer whose walks are watched.
   *
   * @param progress is told how the work gets on
   * @param listener is told of every demand that is satisfied, of some twice
   */
  public Analyzer(Progress progress, WalkListener listener) {
    this(progress, listener, Ecosystems.installed());
  }

  /**
   * Creates an analyzer that knows certain languages.
   *
   * @param progress is told how the work gets on
   * @param listener is told of every demand that is satisfied, of some twice
   * @param languages the languages
   */
  public Analyzer(Progress progress, WalkListener listener, Ecosystems languages) {
    this.listener = listener;
    this.languages = languages;
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
    InputLinks.check(plan.source());
    return language(plan).survey(plan.source(), progress);
  }

  /**
   * The languages that an application looks like.
   *
   * @param plan what the user wants
   * @return the one that leads first; that one alone if the plan names it
   */
  public List<Recognised> recognise(Plan plan) {
    Ecosystem leading = language(plan);
    if (plan.source().language().isPresent()) {
      return List.of(new Recognised(leading, new Recognition(Certainty.CERTAIN, "you say so")));
    }
    List<Recognised> found = languages.recognise(plan.source());
    return found.isEmpty()
        ? List.of(
            new Recognised(
                leading, new Recognition(Certainty.POSSIBLE, "nothing speaks for another")))
        : found;
  }

  /**
   * The language that leads an application.
   *
   * @param plan what the user wants
   * @return the one that the plan names, or that it looks like
   * @throws GirdleException if that cannot be told
   */
  public Ecosystem language(Plan plan) {
    return leading.computeIfAbsent(plan.source(), languages::leading);
  }

  /**
   * Finds out what the application needs.
   *
   * @param plan what the user wants
   * @return the analysis, to be closed by the caller
   * @throws GirdleException if there is no application, or the user has to choose an entry point
   */
  public Analysis analyze(Plan plan) {
    Application application = watched(plan, survey(plan));
    try {
      return analyze(plan, application);
    } catch (RuntimeException e) {
      application.close();
      throw e;
    }
  }

  /** An application of which only runs tell what it needs, with what they do tell. */
  private Application watched(Plan plan, Application application) {
    Ecosystem language = language(plan);
    if (!language.isKnownByRuns()) {
      return application;
    }
    try (application) {
      requireStart(application, language);
      Evidence known =
          seen.computeIfAbsent(
              plan.source(), s -> Runs.known(plan, language, application, progress));
      return language.survey(plan.source().with(known), progress);
    }
  }

  /**
   * Looks whether an application can be started.
   *
   * @throws GirdleException if the user has to choose an entry point, or there is none
   */
  void requireStart(Application application, Ecosystem language) {
    if (application.starts().isEmpty()) {
      throw noEntryPoint(application, language.words());
    }
  }

  /**
   * Finds out what the application needs on each target of the plan. What does not differ between
   * them is done once.
   *
   * @param plan what the user wants
   * @return the analyses, in the order of the targets, to be closed by the caller
   * @throws GirdleException as {@link #analyze(Plan)} does
   */
  public Analyses analyzeAll(Plan plan) {
    List<Optional<Target>> targets = new ArrayList<>();
    plan.output().targets().forEach(t -> targets.add(Optional.of(t)));
    if (targets.isEmpty()) {
      targets.add(
          plan.runtime().isBundled() && plan.choice().target().isEmpty()
              ? Optional.of(runtimes(language(plan), plan).targetOf(plan.runtime()))
              : plan.choice().target());
    }
    List<Analysis> done = new ArrayList<>();
    Analyses all = new Analyses(done);
    try {
      for (Optional<Target> target : targets) {
        Plan one = plan.forTarget(target);
        if (done.isEmpty() || done.get(0).application().declares()) {
          done.add(analyze(one));
        } else {
          done.add(again(one, done));
        }
      }
      return all;
    } catch (RuntimeException e) {
      all.close();
      throw e;
    }
  }

  /** The same application for another target, with the closure of one that leaves out the same. */
  private Analysis again(Plan wanted, List<Analysis> done) {
    Analysis first = done.get(0);
    Plan plan = settled(wanted, first.application());
    Map<Item, String> excluded =
        new Exclusions(first.application())
            .excluded(plan.choice(), first.natives(), first.ecosystem());
    return done.stream()
        .filter(a -> a.excluded().equals(excluded))
        .findFirst()
        .map(a -> a.with(plan))
        .orElseGet(() -> analyze(plan, first.application()));
  }

  /**
   * What could be left out of an application or is there twice, as far as a look at it can tell.
   *
   * @param plan what the user wants
   * @param application the outcome of {@link #survey} for this plan
   * @return one sentence each; may be empty
   */
  public List<String> advice(Plan plan, Application application) {
    Ecosystem language = language(plan);
    Prune prune = plan.choice().usually(language.support().usualLevel()).prune();
    return language.advice(application, prune, progress);
  }

  /**
   * Tells what there is to be told without a walk.
   *
   * @param wanted what the user wants
   * @param application the outcome of {@link #survey} for this plan, with an entry point
   * @return what was found
   * @throws GirdleException if the user has to choose an entry point, or names what is not there
   */
  public Overview look(Plan wanted, Application application) {
    Plan plan = settled(wanted, application);
    Excluded excluded = exclude(plan, application);
    LanguageModel model =
        language(plan).model(application, plan.choice(), excluded.items, false, progress);
    return Overview.of(plan, application, excluded.natives, model);
  }

  private static RuntimeProvider runtimes(Ecosystem ecosystem, Plan plan) {
    SupportCheck.of(ecosystem, plan);
    return ecosystem.runtimes().orElseThrow();
  }

  private record Excluded(Exclusions exclusions, NativeItems natives, Map<Item, String> items) {}

  /** The plan with what follows from the language and from what the application is made for. */
  private Plan settled(Plan plan, Application application) {
    Ecosystem ecosystem = language(plan);
    Plan with = plan.with(plan.choice().usually(ecosystem.support().usualLevel()));
    return with.choice().target().isPresent()
        ? with
        : with.with(with.choice().with(ecosystem.madeFor(application)));
  }

  private Excluded exclude(Plan plan, Application application) {
    requireStart(application, language(plan));
    Exclusions exclusions = new Exclusions(application);
    Optional<RuntimeProvider> runtimes = language(plan).runtimes();
    exclusions.requireEffect(
        plan.choice(), p -> runtimes.filter(r -> r.has(p, plan.runtime())).isPresent());
    NativeItems natives = NativeItems.of(application);
    return new Excluded(
        exclusions, natives, exclusions.excluded(plan.choice(), natives, language(plan)));
  }

  /**
   * Finds out what a surveyed application needs.
   *
   * @param wanted what the user wants
   * @param application the outcome of {@link #survey} for this plan
   * @return the analysis; closing it closes the application
   * @throws GirdleException if the user has to choose an entry point
   */
  public Analysis analyze(Plan wanted, Application application) {
    Plan plan = settled(wanted, application);
    Choice choice = plan.choice();
    Excluded found = exclude(plan, application);
    Map<Item, String> excluded = found.items;
    Ecosystem ecosystem = language(plan);
    SupportCheck.of(ecosystem, plan);
    LanguageModel model = ecosystem.model(application, choice, excluded, isExact(plan), progress);
    List<Demand> seeds = new ArrayList<>(model.seeds(application.starts()));
    Map<How, List<NamePattern>> wished =
        Map.of(How.ALWAYS, choice.always(), How.BEGINS, choice.contents().start());
    for (How how : List.of(How.ALWAYS, How.BEGINS)) {
      for (NamePattern pattern : wished.get(how)) {
        Strength strength = pattern.isExact() ? Strength.HARD : Strength.SOFT;
        found.exclusions.fitting(pattern).stream()
            .filter(i -> !excluded.containsKey(i))
            .forEach(i -> seeds.add(model.demandFor(i, how, strength)));
      }
    }
    Linkage linkage = joined(ecosystem, model, application, found);
    Closure closure = walk(model, linkage, seeds, choice.prune());
    List<Demand> unforeseen = new SeenInUse(languages).unforeseen(model, closure, choice);
    if (!unforeseen.isEmpty()) {
      seeds.addAll(unforeseen);
      closure = walk(model, linkage, seeds, choice.prune());
    }
    model.keep();
    return new Analysis(
        plan,
        ecosystem,
        application,
        model,
        linkage,
        found.natives,
        excluded,
        closure,
        model.runtime().need(closure, plan.runtime()),
        new Pruning(choice.prune(), closure, model, excluded).select(application.components()),
        model.whereabouts(missing(closure)));
  }

  /** The language that leads, with native code and whatever other languages read beside it. */
  private Linkage joined(
      Ecosystem ecosystem, LanguageModel model, Application application, Excluded found) {
    List<SideLinkage> sides = new ArrayList<>();
    if (!model.readsNativeCode()) {
      found.natives.linkage().ifPresent(sides::add);
    }
    languages.all().stream()
        .filter(other -> !other.id().equals(ecosystem.id()))
        .forEach(other -> other.beside(application, found.items).ifPresent(sides::add));
    return sides.isEmpty() ? model.linkage() : new JoinedLinkage(model.linkage(), sides);
  }

  private Closure walk(LanguageModel model, Linkage linkage, List<Demand> seeds, Prune prune) {
    return ClosureWalk.walk(
        linkage,
        seeds,
        followsMeanings(prune),
        model.along(prune),
        listener,
        reached -> progress.at("reading code", reached, 0));
  }

  /** What is to be left out class by class has to be found out method by method. */
  private static boolean isExact(Plan plan) {
    return plan.choice().prune() == Prune.CLASSES || plan.runtime().kind() == RuntimeKind.TIGHT;
  }

  /** What a component is pruned of has to be looked for in it; the rest travels with it. */
  private static boolean followsMeanings(Prune prune) {
    return prune == Prune.CLASSES;
  }

  private static List<String> missing(Closure closure) {
    return closure.unmet().stream()
        .filter(u -> u.rank() == Rank.NEEDED || u.rank() == Rank.PERHAPS)
        .filter(u -> u.thing().isCode() && u.reach() != Strength.HINT)
        .map(Unresolved::name)
        .toList();
  }

  private static GirdleException noEntryPoint(Application application, LanguageWords words) {
    List<String> lines = new ArrayList<>();
    if (application.candidates().isEmpty()) {
      return GirdleException.application(
          application.source() + ": " + words.nothingToStart() + ", so there is nothing to start",
          "  " + words.startAdvice());
    }
    lines.add(
        application.source()
            + ": "
            + words.count(application.candidates().size())
            + " can be started. Choose one, the likeliest first:");
    application.candidates().stream()
        .limit(MOST_CANDIDATES)
        .forEach(
            c ->
                lines.add(
                    "  --entry " + c.name() + "   (" + c.component() + ": " + c.foundBy() + ")"));
    int more = application.candidates().size() - MOST_CANDIDATES;
    if (more > 0) {
      lines.add("  and " + more + " more, which girdle survey lists");
    }
    return new GirdleException(Fault.REQUEST, lines);
  }
}
