package dev.girdle.closure;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.UnreadableException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.IntConsumer;

/**
 * Walks from the entry points over all demands, breadth first.
 *
 * <p>Everything that hard demands reach is walked before anything that only soft demands reach, and
 * that before what only hints reach. So the chain kept for an item is the strongest there is, and
 * the shortest of those; and a hard demand of an item that is itself only softly reached counts as
 * soft.
 *
 * <p>Items of one depth are read in parallel, while what others say is followed; the result does
 * not depend on it.
 */
public final class ClosureWalk {
  private final Linkage linkage;
  private final WalkListener listener;
  private final IntConsumer progress;
  private final Map<Item, Reached> reached = new LinkedHashMap<>();
  private final Map<Item, Map<String, Demand>> parts = new HashMap<>();
  private final Map<Name, Answer> answers = new HashMap<>();
  private final Map<Name, List<Demand>> unsatisfied = new LinkedHashMap<>();
  private final Map<Asked, Demand> askedOfRuntime = new LinkedHashMap<>();
  private final List<Unreadable> unreadable = new ArrayList<>();
  private final List<DynamicReference> open = new ArrayList<>();
  private final Set<DynamicReference> opened = new HashSet<>();
  private int followed;
  private final Map<Strength, TreeMap<Integer, List<Demand>>> waiting = new HashMap<>();

  /** What was ever waiting, and at which depth at least. */
  private final Map<Strength, Map<Asked, Integer>> enqueued = new HashMap<>();

  /** Components whose travelling things have been asked. */
  private final Set<Component> asked = new HashSet<>();

  /** Whether things are only glanced at, since they travel along and are not known to be used. */
  private boolean glances;

  /** What has one answer, since it is asked for in one scope. */
  private record Name(Thing thing, String name, String scope) {
    @Override
    public int hashCode() {
      return name.hashCode(); // enough to tell them apart, and asked millions of times
    }
  }

  private record Asked(Wanted wanted, String scope) {
    @Override
    public int hashCode() {
      return wanted.hashCode();
    }
  }

  /** An item, or a part of one, that was reached and not yet read. */
  private record Node(Item item, String part) {}

  private record Reading(Item item, ItemDemands demands, String problem) {}

  private ClosureWalk(Linkage linkage, WalkListener listener, IntConsumer progress) {
    this.linkage = linkage;
    this.listener = listener;
    this.progress = progress;
  }

  /**
   * Walks from the seeds to the end of what they reach, and ranks what is missing.
   *
   * @param linkage the language
   * @param seeds the demands of the plan
   * @param meanings whether open demands for code are followed to all that they could mean
   * @param along what goes along with a component of which something is reached
   * @param listener is told of every demand that is satisfied
   * @param progress is told the number of items reached so far, now and then
   * @return the closure
   * @throws GirdleException if an item's bytes cannot be read
   */
  public static Closure walk(
      Linkage linkage,
      List<Demand> seeds,
      boolean meanings,
      Along along,
      WalkListener listener,
      IntConsumer progress) {
    ClosureWalk walk = new ClosureWalk(linkage, listener, progress);
    walk.follow(seeds, Strength.HARD, 1);
    for (Strength strength : Strength.values()) {
      walk.walkAll(strength);
    }
    walk.walkWhatMayBeMeant(meanings, along);
    walk.askMakers();
    return new Closure(
        walk.reached,
        walk.parts,
        walk.unmet(),
        walk.open,
        walk.unreadable,
        List.copyOf(walk.askedOfRuntime.values()));
  }

  /** Each of these can lead to more of the others. */
  private void walkWhatMayBeMeant(boolean meanings, Along along) {
    int before;
    do {
      before = reached.size();
      if (meanings) {
        walkMeanings();
        follow(linkage.implied(reached.keySet(), open), Strength.HINT, deepest() + 1);
        walkAll(Strength.HINT);
      }
      walkAlong(along, !meanings);
    } while (reached.size() > before);
  }

  private void askMakers() {
    Set<Component> components = new LinkedHashSet<>();
    reached.keySet().forEach(i -> components.add(i.component()));
    follow(linkage.declared(components), Strength.HARD, 1);
  }

  private void walkMeanings() {
    for (; followed < open.size(); followed++) {
      DynamicReference demand = open.get(followed);
      if (demand.thing().isCode()) {
        int depth = reached.get(demand.from()).depth();
        follow(linkage.meanings(demand), Strength.HINT, depth + 1);
        walkAll(Strength.HINT);
      }
    }
  }

  private void walkAlong(Along along, boolean atAGlance) {
    int depth = deepest() + 1;
    List<Component> fresh =
        reached.keySet().stream().map(Item::component).filter(asked::add).toList();
    glances = atAGlance;
    for (Component component : fresh) {
      follow(along.of(component), Strength.HINT, depth);
      walkAll(Strength.HINT);
    }
    glances = false;
  }

  private int deepest() {
    return reached.values().stream().mapToInt(Reached::depth).max().orElse(0);
  }

  /** Of those that lead to the same, the first counts; there can be millions of others. */
  private void enqueue(Demand demand, int depth) {
    Asked asked = asked(demand);
    Map<Asked, Integer> queued = enqueued.computeIfAbsent(demand.strength(), s -> new HashMap<>());
    Integer before = queued.get(asked);
    if (before != null && before <= depth) {
      return;
    }
    queued.put(asked, depth);
    waiting
        .computeIfAbsent(demand.strength(), s -> new TreeMap<>())
        .computeIfAbsent(depth, d -> new ArrayList<>())
        .add(demand);
  }

  private void walkAll(Strength strength) {
    TreeMap<Integer, List<Demand>> queue = waiting.computeIfAbsent(strength, s -> new TreeMap<>());
    while (!queue.isEmpty()) {
      Map.Entry<Integer, List<Demand>> level = queue.pollFirstEntry();
      int depth = level.getKey();
      List<Node> fresh = reach(level.getValue(), depth);
      progress.accept(reached.size());
      new ReadAhead<>(fresh, this::read).forEach(reading -> take(reading, strength, depth));
    }
  }

  private void take(Reading reading, Strength strength, int depth) {
    // what only travels along does no harm by being damaged
    if (reading.problem != null
        && !glances
        && unreadable.stream().noneMatch(u -> u.item() == reading.item)) {
      unreadable.add(new Unreadable(reading.item, reading.problem));
    }
    reading.demands.open().stream().filter(opened::add).forEach(open::add);
    follow(reading.demands.named(), strength, depth + 1);
  }

  /** Takes what these demands newly reach into the closure. */
  private List<Node> reach(List<Demand> demands, int depth) {
    List<Node> fresh = new ArrayList<>();
    for (Demand demand : demands) {
      if (answer(name(demand), demand) instanceof Answer.Items found) {
        for (Item item : found.items()) {
          Reached now = new Reached(item, demand, demand.strength(), depth);
          if (reached.putIfAbsent(item, now) == null) {
            fresh.add(new Node(item, ""));
          }
          if (!hasPart(item, demand.part())) {
            parts.computeIfAbsent(item, i -> new HashMap<>(4)).put(demand.part(), demand);
            fresh.add(new Node(item, demand.part()));
          }
        }
      }
    }
    return fresh;
  }

  private boolean hasPart(Item item, String part) {
    if (part.isEmpty()) {
      return true;
    }
    Map<String, Demand> there = parts.getOrDefault(item, Map.of());
    return there.containsKey(part) || there.containsKey(Wanted.ALL_PARTS);
  }

  /** Most demands are for what is reached already; for those, nothing is made that is not kept. */
  private void follow(List<Demand> demands, Strength ofItem, int depth) {
    for (Demand demand : demands) {
      Name name = name(demand);
      if (!(answer(name, demand) instanceof Answer.Items found)) {
        // how strong it is by itself decides how sure it is; how its asker was reached, how likely
        unsatisfied.computeIfAbsent(name, n -> new ArrayList<>()).add(demand);
        continue;
      }
      boolean isNew = !allReached(found.items(), demand.part());
      boolean ofRuntime = found.items().get(0).component().role() == Role.RUNTIME;
      if (!isNew && !ofRuntime && listener == WalkListener.NONE) {
        continue;
      }
      Demand effective = demand.weakened(demand.strength().weaker(ofItem));
      listener.satisfied(effective, found.items());
      if (ofRuntime) {
        askedOfRuntime.putIfAbsent(new Asked(demand.wanted(), name.scope), effective);
      }
      if (isNew) {
        enqueue(effective, depth);
      }
    }
  }

  private boolean allReached(List<Item> items, String part) {
    for (Item item : items) {
      if (!reached.containsKey(item) || !hasPart(item, part)) {
        return false;
      }
    }
    return true;
  }

  private Answer answer(Name name, Demand demand) {
    return answers.computeIfAbsent(name, n -> linkage.resolve(demand));
  }

  private Name name(Demand demand) {
    return new Name(demand.thing(), demand.name(), linkage.scopeOf(demand));
  }

  private Asked asked(Demand demand) {
    return new Asked(demand.wanted(), linkage.scopeOf(demand));
  }

  private Reading read(Node node) {
    Item item = node.item;
    try {
      return new Reading(item, demandsOf(node), null);
    } catch (UnreadableItemException e) {
      return new Reading(item, ItemDemands.NONE, e.getMessage());
    } catch (UnreadableException e) {
      return new Reading(item, ItemDemands.NONE, e.damage()); // told with all that is missing
    } catch (IOException e) {
      throw new GirdleException(
          Fault.APPLICATION, e, "cannot read " + item + ": " + e.getMessage());
    }
  }

  /** What only travels along is glanced at once; what was read is not, which knows more of it. */
  private ItemDemands demandsOf(Node node) throws UnreadableItemException, IOException {
    if (!node.part.isEmpty()) {
      return linkage.demandsOf(node.item, node.part);
    }
    return glances ? linkage.glance(node.item) : linkage.demandsOf(node.item);
  }

  private List<Unresolved> unmet() {
    new OptionalReferences(linkage, unsatisfied.values(), this::isDeclared).apply();
    List<Unresolved> unmet = new ArrayList<>();
    unsatisfied.forEach(
        (name, demands) -> {
          demands.sort(Comparator.comparing(Demand::strength).thenComparing(d -> reach(d)));
          String advice = answers.get(name) instanceof Answer.Nothing n ? n.advice() : "";
          unmet.add(
              new Unresolved(
                  name.thing, name.name, rank(demands), reach(demands), demands, advice));
        });
    unmet.sort(
        Comparator.comparing(Unresolved::rank)
            .thenComparing(Unresolved::reach)
            .thenComparing(Unresolved::name));
    removeLibrariesToldBy(unmet);
    return unmet;
  }

  /** What code asks for says it better than a library's name, unless the makers are surer of it. */
  private void removeLibrariesToldBy(List<Unresolved> surestFirst) {
    Map<String, Rank> told = new HashMap<>();
    for (Unresolved asked : surestFirst) {
      if (asked.rank().compareTo(Rank.PERHAPS) <= 0 && asked.thing() != Thing.LIBRARY) {
        linkage
            .absentHolders(asked.demands().get(0))
            .forEach(library -> told.putIfAbsent(library, asked.rank()));
      }
    }
    surestFirst.removeIf(
        u ->
            u.thing() == Thing.LIBRARY
                && told.containsKey(u.name())
                && told.get(u.name()).compareTo(u.rank()) <= 0);
  }

  /** Whatever is reached of declared code by more than hints is not excused by what others do. */
  private boolean isDeclared(Demand demand) {
    return reach(demand) != Strength.HINT && linkage.isDeclared(demand);
  }

  private Rank rank(List<Demand> demands) {
    return demands.stream().map(this::rank).min(Comparator.naturalOrder()).orElseThrow();
  }

  private Rank rank(Demand demand) {
    return switch (demand.strength()) {
      case HINT -> Rank.HINTED;
      case SOFT -> Rank.PREPARED;
      case HARD ->
          demand.from() == null || linkage.isSure(demand, reach(demand))
              ? Rank.NEEDED
              : Rank.PERHAPS;
    };
  }

  private Strength reach(List<Demand> demands) {
    return demands.stream().map(this::reach).min(Comparator.naturalOrder()).orElseThrow();
  }

  private Strength reach(Demand demand) {
    if (demand.from() == null) {
      return demand.strength();
    }
    // a description speaks for a whole component, whichever of its items is taken for the speaker
    return demand.how() == How.DECLARED
        ? Strength.SOFT
        : demand.strength().weaker(reached.get(demand.from()).strength());
  }
}
