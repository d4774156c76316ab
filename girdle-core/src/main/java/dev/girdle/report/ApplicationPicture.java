package dev.girdle.report;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.app.SetAside;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.OpenDemand;
import dev.girdle.closure.Rank;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Reasons;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Unmet;
import dev.girdle.ecosystem.RuntimeShares;
import dev.girdle.fault.GirdleException;
import dev.girdle.report.Picture.Sight;
import dev.girdle.seal.Assessment;
import dev.girdle.seal.Standing;
import dev.girdle.seal.Witnessed;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Draws the picture of an application whose closure is known. */
public final class ApplicationPicture {
  private static final int MOST_LINKS = 40;

  private final Assessment assessment;
  private final Closure closure;
  private final Askers askers;
  private final Standing standing;
  private final Optional<Witnessed> witnessed;
  private final Set<Item> quiet = new HashSet<>();
  private final Map<Item, Integer> numbers = new LinkedHashMap<>();
  private final Links links;
  private final List<Part> parts = new ArrayList<>();
  private final List<Piece> pieces = new ArrayList<>();
  private final List<String> notices = new ArrayList<>();

  private ApplicationPicture(Assessment assessment, Askers askers) {
    this.assessment = assessment;
    this.closure = assessment.closure();
    this.askers = askers;
    this.standing = new Standing(assessment);
    this.links = new Links(closure, numbers);
    this.witnessed = Witnessed.of(assessment);
    witnessed.ifPresent(w -> w.quiet().values().forEach(q -> quiet.addAll(q.items())));
  }

  /**
   * Draws it.
   *
   * @param assessment what is known about the application; is read from
   * @param askers the witness of its walk
   * @param editions its artifacts, the oldest release first
   * @param girdle the release of Girdle
   * @return the picture
   */
  public static Picture of(
      Assessment assessment, Askers askers, List<Edition> editions, String girdle) {
    askers.addIdle(
        assessment.application(), assessment.closure(), assessment.examination().linkage());
    return new ApplicationPicture(assessment, askers).draw(editions, girdle);
  }

  private Picture draw(List<Edition> editions, String girdle) {
    List<Component> components = new ArrayList<>(assessment.application().components());
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
    notices.addAll(assessment.notices());
    if (assessment.plan().output().targets().size() > 1) {
      notices.add("the plan has several targets; this shows them all at once, --target shows one");
    }
    return new Picture(
        subject(girdle),
        parts,
        pieces,
        links.all(),
        gaps,
        closure.open().stream().map(this::question).toList(),
        assessment.examination().conflicts(),
        witnessed.map(this::sight),
        editions,
        notices);
  }

  /** Of a runtime that the receiver has, only what is asked for is of interest. */
  private boolean isShown(Item item) {
    return item.component().role() != Role.RUNTIME || closure.reached(item).isPresent();
  }

  private Subject subject(String girdle) {
    Optional<String> title = assessment.plan().particulars().title();
    String need = assessment.need().text();
    return new Subject(
        title.orElse(assessment.application().identity().name()),
        assessment.application().identity().name(),
        assessment.application().identity().release().orElse(""),
        false,
        "",
        assessment.plan().choice().target().map(t -> t.text()).orElse(""),
        assessment.entry().name(),
        assessment.plan().choice().prune().name().toLowerCase(Locale.ROOT),
        assessment.plan().runtime().isBundled()
            ? need + ", " + assessment.plan().runtime().kind().text() + ", comes along"
            : need + ", the receiver's own",
        girdle);
  }

  private Part part(Component component) {
    boolean isRuntime = component.role() == Role.RUNTIME;
    boolean in = isRuntime || assessment.kept().contains(component);
    String why =
        isRuntime
            ? "the receiver has it, or the plan wants it to come along"
            : in
                ? Reasons.of(component, closure)
                : assessment.selection().whyLeftOut(component).orElse(Ballast.UNREACHED);
    return new Part(
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

  private Piece piece(Item item) {
    Optional<Reached> reached = closure.reached(item);
    boolean isRuntime = item.component().role() == Role.RUNTIME;
    List<Piece.Asker> all = new ArrayList<>();
    askers.of(item).forEach((by, how) -> all.add(new Piece.Asker(numbers.get(by), how)));
    return new Piece(
        parts.size() - 1,
        item.path(),
        item.name(),
        isRuntime ? 0 : item.weight(),
        isRuntime ? Fate.NEEDED : fate(item, reached.isPresent()),
        reached.isPresent() ? "" : whyUnreached(item),
        reached.map(r -> links.number(r.first())).orElse(-1),
        all);
  }

  private Fate fate(Item item, boolean isReached) {
    if (!assessment.selection().keeps(item)) {
      return Fate.LEFT;
    }
    if (quiet.contains(item)) {
      return Fate.QUIET;
    }
    return isReached ? Fate.NEEDED : Fate.ALONG;
  }

  private String whyUnreached(Item item) {
    return assessment.selection().keeps(item)
        ? Reasons.of(item, assessment.selection(), closure)
        : assessment.selection().whyLeftOut(item).orElse(Ballast.UNREACHED);
  }

  /** What an archive that goes along or stays behind whole has besides its items. */
  private void addRest(Component component, int part) {
    boolean isWhole =
        assessment.selection().isWhole(component)
            || assessment.selection().whyLeftOut(component).isPresent();
    long items = component.items().stream().mapToLong(Item::weight).sum();
    if (component.role() != Role.RUNTIME && isWhole && component.size() > items) {
      boolean in = parts.get(part).in();
      pieces.add(
          Piece.of(
              part,
              "(table of contents)",
              component.size() - items,
              in ? Fate.ALONG : Fate.LEFT,
              "an archive says in it where its files lie"));
    }
  }

  private void addRuntime() {
    Optional<RuntimeShares> shares;
    try {
      shares =
          assessment
              .examination()
              .runtimeShares(assessment.plan(), closure, assessment.selection());
    } catch (GirdleException e) {
      notices.add("the runtime is not drawn: " + e.lines().get(0));
      return;
    }
    if (shares.isPresent()) {
      String title = shares.get().title();
      parts.add(Part.besides(title, "runtime", "the plan wants it to come along", true));
      for (RuntimeShares.Piece piece : shares.get().pieces()) {
        Fate fate = piece.kept() ? Fate.NEEDED : Fate.LEFT;
        pieces.add(Piece.of(parts.size() - 1, piece.name(), piece.bytes(), fate, piece.why()));
      }
    }
  }

  private void addSetAside() {
    List<SetAside> aside = assessment.application().setAside();
    if (!aside.isEmpty()) {
      String why = "survey did not take it for a part of the program";
      parts.add(Part.besides("beside the program", "set aside", why, false));
      for (SetAside one : aside) {
        pieces.add(Piece.of(parts.size() - 1, one.path(), one.bytes(), Fate.LEFT, one.takenFor()));
      }
    }
  }

  private Gap gap(Unmet unmet) {
    Demand first = unmet.demands().get(0);
    return new Gap(
        unmet.name(),
        unmet.thing().label(),
        unmet.rank(),
        assessment.acceptedBy(unmet).orElse(""),
        assessment.advice(unmet),
        Reasons.sentence(first) + (first.excuse().isEmpty() ? "" : " (" + first.excuse() + ")"),
        unmet.demands().size(),
        unmet.demands().stream().limit(MOST_LINKS).map(links::number).toList());
  }

  private Question question(OpenDemand open) {
    return new Question(numbers.get(open.from()), open.place(), open.asksFor());
  }

  private Sight sight(Witnessed seen) {
    return new Sight(seen.foreseen(), seen.missed().stream().map(numbers::get).toList());
  }
}
