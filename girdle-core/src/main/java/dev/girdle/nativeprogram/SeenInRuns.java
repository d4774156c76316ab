package dev.girdle.nativeprogram;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Need;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.Wanted;
import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import dev.girdle.nativeprogram.linkage.NativeFiles;
import dev.girdle.nativeprogram.linkage.NativeThing;
import dev.girdle.nativeprogram.linkage.Spot;
import dev.girdle.nativeprogram.linkage.SystemRules;
import dev.girdle.plan.Prune;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** What runs were seen to use, of a program of which nothing else tells what it needs. */
final class SeenInRuns {
  private final Map<Item, String> runs = new LinkedHashMap<>();
  private final Set<Component> touched = new HashSet<>();
  private final Set<Item> started = new LinkedHashSet<>();
  private final Set<String> names = new TreeSet<>();
  private final NativeFiles files;

  SeenInRuns(NativeFiles files, SystemRules rules) {
    this.files = files;
    for (Seen one : files.seen().seen()) {
      if (!one.from().isEmpty()) {
        names.add(one.from());
      }
      Optional<Item> item = files.file(one.name());
      if (item.isEmpty() && one.name().startsWith("/")) {
        item = rules.canonical(one.name()).flatMap(files::file);
      }
      if (item.isPresent()) {
        runs.putIfAbsent(item.get(), one.from());
        if (!one.kind().equals(EvidenceKind.LOOKED)) {
          touched.add(item.get().component());
        }
        if (one.kind().equals(EvidenceKind.PROCESS)) {
          started.add(item.get());
        }
      }
    }
  }

  /**
   * What they used, each thing once; and what runs scripts that they started, since the system
   * itself opens that, and no run is seen to.
   */
  List<Demand> seeds() throws IOException {
    List<Demand> seeds = new ArrayList<>();
    runs.forEach(
        (item, run) ->
            seeds.add(
                new Demand(
                    Wanted.all(Thing.FILE, item.name()),
                    run.isEmpty() ? Site.PLAN : Site.ofRun(run),
                    Need.of(How.EVIDENCE, Strength.SOFT))));
    Deque<Item> open = new ArrayDeque<>(started);
    Set<Item> known = new HashSet<>(started);
    while (!open.isEmpty()) {
      Item script = open.pop();
      Optional<Item> runner = files.runner(script).flatMap(r -> files.file(r.program()));
      if (runner.isPresent()) {
        seeds.add(
            Demand.of(
                Thing.FILE,
                runner.get().name(),
                Site.of(script),
                NativeThing.RUN_BY,
                Strength.SOFT));
        if (known.add(runner.get())) {
          open.push(runner.get());
        }
      }
    }
    return seeds;
  }

  /**
   * All of a package or folder of which they used something: any of it can be opened by a name that
   * no run made.
   */
  List<Demand> along(Component component, Prune prune) {
    return prune == Prune.FILES || !touched.contains(component)
        ? List.of()
        : component.items().stream()
            .filter(i -> Spot.of(i).isOfSystem())
            .map(i -> Demand.ofPlan(Thing.FILE, i.name(), How.ALONG, Strength.HINT))
            .toList();
  }

  /** What nobody can know. */
  List<String> warnings() {
    if (runs.isEmpty()) {
      return List.of();
    }
    String whose =
        names.isEmpty()
            ? "the runs"
            : (names.size() == 1 ? "the run " : "the runs ") + String.join(", ", names);
    return List.of(
        "what it needs is known by "
            + whose
            + " alone: what no run opened, and what lies in no package or folder of which one did,"
            + " is not there");
  }
}
