package dev.girdle.report;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.app.SetAside;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.DynamicReference;
import dev.girdle.closure.Rank;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Reasons;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Unresolved;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.ecosystem.RuntimeShares;
import dev.girdle.fault.GirdleException;
import dev.girdle.report.ReportModel.Sight;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Licensing;
import dev.girdle.seal.Witnessed;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Draws the picture of an application whose closure is known. */
public final class ApplicationReport {
  private static final int MOST_LINKS = 40;

  private final Analysis analysis;
  private final Closure closure;
  private final Askers askers;
  private final Licensing standing;
  private final Optional<Witnessed> witnessed;
  private final Set<Item> quiet = new HashSet<>();
  private final Map<Item, Integer> numbers = new LinkedHashMap<>();
  private final Links links;
  private final List<ReportPart> parts = new ArrayList<>();
  private final List<ReportItem> pieces = new ArrayList<>();
  private final List<String> notices = new ArrayList<>();

  private ApplicationReport(Analysis analysis, Askers askers) {
    this.analysis = analysis;
    this.closure = analysis.closure();
    this.askers = askers;
    this.standing = new Licensing(analysis);
    this.links = new Links(closure, numbers);
    this.witnessed = Witnessed.of(analysis);
    witnessed.ifPresent(w -> w.quiet().values().forEach(q -> quiet.addAll(q.items())));
  }

  /**
   * All that a page shows of an application that was walked.
   *
   * @param analysis what is known about the application; is read from
   * @param askers the witness of its walk
   * @param editions its artifacts, the oldest release first
   * @param girdle the release of Girdle
   * @return the picture
   */
  public static ReportModel of(
      Analysis analysis, Askers askers, List<Edition> editions, String girdle) {
    askers.addIdle(analysis.application(), analysis.closure(), analysis.linkage());
    return new ApplicationReport(analysis, askers).draw(editions, girdle);
  }

  private ReportModel draw(List<Edition> editions, String girdle) {
    List<Component> components = new ArrayList<>(analysis.application().components());
    closure.reached().stream()
        .map(r -> r.item().component())
        .filter(c -> c.role() == Role.RUNTIME)
        .distinct()
        .forEach(components::add);
    List<Item> items = new ArrayList<>();
    for (Component component : components) {
      component.items().stream().filter(this::isShown).forEach(items::add);
    }
    items.forEach(i -> numbers.put(i, numbers.size()));
    for (Component component : components) {
      parts.add(part(component));
      component.items().stream().filter(this::isShown).forEach(i -> pieces.add(piece(i)));
    }
    for (int number = 0; number < components.size(); number++) {
      addRest(components.get(number), number);
    }
    addRuntime();
    addSetAside();
    List<Gap> gaps =
        closure.unmet().stream()
            .filter(u -> u.rank() != Rank.HINTED && u.reach() != Strength.HINT)
            .map(this::gap)
            .toList();
    notices.addAll(analysis.notices());
    notices.addAll(
        analysis
            .ecosystem()
            .advice(analysis.application(), analysis.plan().choice().prune(), Progress.SILENT));
    if (analysis.plan().output().targets().size() > 1) {
      notices.add("the plan has several targets; this shows them all at once, --target shows one");
    }
    return new ReportModel(
        subject(girdle),
        parts,
        pieces,
        links.all(),
        gaps,
        closure.open().stream().map(this::question).toList(),
        analysis.conflicts(),
        witnessed.map(this::sight),
        editions,
        notices);
  }

  /** Of a runtime that the receiver has, only what is asked for is of interest. */
  private boolean isShown(Item item) {
    return item.component().role() != Role.RUNTIME || closure.reached(item).isPresent();
  }

  private Subject subject(String girdle) {
    Optional<String> title = analysis.plan().metadata().title();
    String need = analysis.need().map(RuntimeNeed::text).orElse("no runtime");
    return new Subject(
        title.orElse(analysis.application().identity().name()),
        analysis.application().identity().name(),
        analysis.application().identity().release().orElse(""),
        false,
        "",
        analysis.plan().choice().target().map(t -> t.text()).orElse(""),
        analysis.entry().name(),
        analysis.plan().choice().prune().text(),
        analysis.plan().runtime().isBundled()
            ? need + ", " + analysis.plan().runtime().kind().text() + ", comes along"
            : need + ", the receiver's own",
        girdle);
  }

  private ReportPart part(Component component) {
    boolean isRuntime = component.role() == Role.RUNTIME;
    boolean in = isRuntime || analysis.kept().contains(component);
    String why =
        isRuntime
            ? "the receiver has it, or the plan wants it to come along"
            : in
                ? Reasons.of(component, closure)
                : analysis.selection().whyLeftOut(component).orElse(Ballast.UNREACHED);
    return new ReportPart(
        component.name(),
        isRuntime ? "" : component.origin(),
        component.role().label(),
        component.release().orElse(""),
        component.broughtBy(),
        why,
        isRuntime ? List.of() : standing.licences(component),
        isRuntime ? "" : standing.provenance(component).address(),
        in,
        !isRuntime);
  }

  private ReportItem piece(Item item) {
    Optional<Reached> reached = closure.reached(item);
    boolean isRuntime = item.component().role() == Role.RUNTIME;
    List<ReportItem.Asker> all = new ArrayList<>();
    askers.of(item).forEach((by, how) -> all.add(new ReportItem.Asker(numbers.get(by), how)));
    return new ReportItem(
        parts.size() - 1,
        item.path(),
        item.name(),
        isRuntime ? 0 : item.weight(),
        isRuntime ? Disposition.NEEDED : disposition(item, reached.isPresent()),
        reached.isPresent() ? "" : whyUnreached(item),
        reached.map(r -> links.number(r.first())).orElse(-1),
        all);
  }

  private Disposition disposition(Item item, boolean isReached) {
    if (!analysis.selection().keeps(item)) {
      return Disposition.LEFT;
    }
    if (quiet.contains(item)) {
      return Disposition.QUIET;
    }
    return isReached ? Disposition.NEEDED : Disposition.ALONG;
  }

  private String whyUnreached(Item item) {
    return analysis.selection().keeps(item)
        ? Reasons.of(item, analysis.selection(), closure)
        : analysis.selection().whyLeftOut(item).orElse(Ballast.UNREACHED);
  }

  /** What an archive that goes along or stays behind whole has besides its items. */
  private void addRest(Component component, int part) {
    boolean isWhole =
        analysis.selection().isWhole(component)
            || analysis.selection().whyLeftOut(component).isPresent();
    long items = component.items().stream().mapToLong(Item::weight).sum();
    if (component.role() != Role.RUNTIME && isWhole && component.size() > items) {
      boolean in = parts.get(part).in();
      pieces.add(
          ReportItem.of(
              part,
              "(table of contents)",
              component.size() - items,
              in ? Disposition.ALONG : Disposition.LEFT,
              "an archive says in it where its files lie"));
    }
  }

  private void addRuntime() {
    Optional<RuntimeShares> shares;
    try {
      shares = analysis.model().runtime().shares(analysis.plan(), closure, analysis.selection());
    } catch (GirdleException e) {
      notices.add("the runtime is not drawn: " + e.lines().get(0));
      return;
    }
    if (shares.isPresent()) {
      String title = shares.get().title();
      parts.add(ReportPart.besides(title, "runtime", "the plan wants it to come along", true));
      for (RuntimeShares.Piece piece : shares.get().pieces()) {
        Disposition disposition = piece.kept() ? Disposition.NEEDED : Disposition.LEFT;
        pieces.add(
            ReportItem.of(parts.size() - 1, piece.name(), piece.bytes(), disposition, piece.why()));
      }
    }
  }

  private void addSetAside() {
    List<SetAside> aside = analysis.application().setAside();
    if (!aside.isEmpty()) {
      String why = "survey did not take it for a part of the program";
      parts.add(ReportPart.besides("beside the program", "set aside", why, false));
      for (SetAside one : aside) {
        pieces.add(
            ReportItem.of(
                parts.size() - 1, one.path(), one.bytes(), Disposition.LEFT, one.takenFor()));
      }
    }
  }

  private Gap gap(Unresolved unmet) {
    Demand first = unmet.demands().get(0);
    return new Gap(
        unmet.name(),
        unmet.thing().label(),
        unmet.rank(),
        analysis.acceptedBy(unmet).orElse(""),
        analysis.advice(unmet),
        Reasons.sentence(first) + (first.excuse().isEmpty() ? "" : " (" + first.excuse() + ")"),
        unmet.demands().size(),
        unmet.demands().stream().limit(MOST_LINKS).map(links::number).toList());
  }

  private Question question(DynamicReference open) {
    return new Question(numbers.get(open.from()), open.place(), open.asksFor());
  }

  private Sight sight(Witnessed seen) {
    return new Sight(seen.foreseen(), seen.missed().stream().map(numbers::get).toList());
  }
}
