package dev.girdle.cli;

import dev.girdle.cli.view.BackView;
import dev.girdle.cli.view.DeliverView;
import dev.girdle.cli.view.DemoView;
import dev.girdle.cli.view.ReceiveView;
import dev.girdle.cli.view.ReleasesView;
import dev.girdle.depot.Delivery;
import dev.girdle.depot.Depot;
import dev.girdle.depot.DepotPlace;
import dev.girdle.depot.Releases;
import dev.girdle.depot.receive.Choice;
import dev.girdle.depot.receive.Cost;
import dev.girdle.depot.receive.Receiver;
import dev.girdle.ecosystem.Progress;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.FormRequest;
import dev.girdle.plan.Output;
import dev.girdle.plan.Plan;
import dev.girdle.plan.file.PlanFile;
import dev.girdle.seal.Analyses;
import dev.girdle.seal.Analyzer;
import dev.girdle.seal.Artifact;
import dev.girdle.seal.Sealer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * The last chapter of the demo: two releases of the tide book are delivered to a folder of
 * releases, received from it, and gone back from.
 */
final class DemoReleases {
  private static final String SECOND = "1.4.1";
  private static final String VARIABLE = "TIDEBOOK_RELEASE";

  private final Context context;
  private final DemoFiles files;
  private final String place;
  private final Receiver receiver;

  DemoReleases(Context context, DemoFiles files) {
    this.context = context;
    this.files = files;
    Path path = files.releases();
    this.place = path.isAbsolute() || path.startsWith(".") ? path.toString() : "./" + path;
    this.receiver = new Receiver(files.received(), context.environment(), Progress.SILENT);
  }

  /**
   * Goes the way.
   *
   * @param first the first release, a folder
   * @param start starts a folder and gives what it prints
   * @param expected what it prints before it is sealed
   */
  boolean isGood(DemoView view, Artifact first, Function<Path, String> start, String expected) {
    List<Long> fetched = new ArrayList<>();
    deliver(view, first.path());
    fetched.add(receive(view, "receive " + place + " --into " + files.received()));
    Artifact second = sealSecond();
    deliver(view, second.path());
    list(view);
    fetched.add(receive(view, "receive --into " + files.received()));
    Receiver.Back back = receiver.back();
    view.step(
        "receive --into " + files.received() + " --back",
        () -> new BackView(back, files.received()).print(context.console()));
    boolean isSame = start.apply(currentIn(files.received())).equals(expected);
    view.handedOut(back.release(), fetched, isSame);
    return isSame && !back.release().equals(SECOND);
  }

  private Artifact sealSecond() {
    Map<String, String> environment = new HashMap<>(context.environment());
    environment.put(VARIABLE, SECOND);
    Plan read = PlanFile.read(files.plan(), environment);
    Plan plan =
        read.with(Output.of(read.output().out(), FormRequest.of(FormKind.FOLDER)).replacing());
    try (Analyses analyses = new Analyzer(Progress.SILENT).analyzeAll(plan)) {
      return new Sealer(Context.release(), Progress.SILENT).seal(analyses).orThrow().get(0);
    }
  }

  private Depot depot() {
    return DepotPlace.of(place).open(Optional::empty, context.environment());
  }

  private void deliver(DemoView view, Path artifact) {
    Delivery.Outcome outcome =
        new Delivery(depot(), Optional.empty(), Delivery.Options.plain(), Progress.SILENT)
            .deliver(List.of(artifact));
    view.step(
        "deliver " + artifact + " " + place,
        () -> new DeliverView(outcome, false).print(context.console()));
  }

  private void list(DemoView view) {
    Depot depot = depot();
    Cost cost = new Cost(depot, files.received());
    List<String> names = Releases.sorted(depot.releases());
    List<ReleasesView.Row> rows;
    try {
      rows = ReleasesCommand.rows(depot, names, cost, List.of(), Progress.SILENT);
    } catch (IOException e) {
      throw DemoCommand.cannot("list its releases", e);
    }
    view.step(
        "releases " + place + " --into " + files.received(),
        () ->
            new ReleasesView(
                    depot.label(),
                    rows,
                    names.size(),
                    Releases.usual(names).orElse(""),
                    files.received())
                .print(context.console()));
  }

  private long receive(DemoView view, String command) {
    Receiver.Outcome outcome =
        receiver.receive(
            depot(),
            DepotPlace.of(place).text(),
            new Receiver.Order(
                new Choice.Wishes(Optional.empty(), false, null, Optional.empty()),
                List.of(),
                Optional.empty(),
                Optional.empty(),
                false,
                false));
    view.step(command, () -> new ReceiveView(outcome, files.received()).print(context.console()));
    return outcome.fetchedBytes();
  }

  /** Where links cannot be made, a file says which folder it is. */
  private static Path currentIn(Path received) {
    Path current = received.resolve("current");
    try {
      return Files.isRegularFile(current)
          ? received.resolve(Files.readString(current).strip())
          : current;
    } catch (IOException e) {
      throw DemoCommand.cannot("read " + current, e);
    }
  }
}
