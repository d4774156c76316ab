package dev.girdle.cli;

import dev.girdle.app.Target;
import dev.girdle.cli.view.BackView;
import dev.girdle.cli.view.ReceiveView;
import dev.girdle.depot.Depot;
import dev.girdle.depot.DepotPlace;
import dev.girdle.depot.receive.Choice;
import dev.girdle.depot.receive.Receiver;
import dev.girdle.fault.GirdleException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Receives a release from a depot. */
@Command(
    name = "receive",
    description = {
      "Take a release from a depot and place it beside earlier ones; DIR/current leads to it.",
      "Only the pieces that this machine does not have are fetched. If anything fails, nothing has"
          + " changed. Without DEPOT/NAME: from where DIR's releases came."
    })
final class ReceiveCommand implements Callable<Integer> {
  private final Context context;

  @Parameters(
      arity = "0..1",
      paramLabel = "DEPOT/NAME[@RELEASE]",
      description =
          "HOST[:PORT]/NAME, or the path of a folder or .tar file of releases. The newest stable"
              + " release, unless a release or a range like ^1.4 or '>=1.2 <2' is named.")
  private String from;

  @Option(
      names = "--into",
      paramLabel = "DIR",
      required = true,
      description = "Where releases are placed, each in a folder of its own.")
  private Path into;

  @Option(
      names = "--target",
      paramLabel = "TARGET",
      description = "For which target; that of before, or this machine if not given.")
  private String target;

  @Option(
      names = "--form",
      paramLabel = "FORM",
      description =
          "In which form: folder, executable, archive, tgz or zip, or image for a layout of the"
              + " release's images. The one that was received before, else the first of these that"
              + " there is.")
  private String form;

  @Option(names = "--pre", description = "A release that is not stable will do, too.")
  private boolean pre;

  @Option(
      names = "--trust",
      paramLabel = "KEY",
      description =
          "Refuse what is not signed by this public key; kept for the next time. Repeatable.")
  private List<Path> trust;

  @Option(
      names = "--link",
      paramLabel = "DIR",
      description = "Put links to its starters into a folder, for example one of the path.")
  private Path link;

  @Option(
      names = "--keep",
      paramLabel = "COUNT",
      description =
          "How many releases stay, the newest; kept for the next time. All if never given; the"
              + " current one and the one before stay in any case.")
  private Integer keep;

  @Option(
      names = "--replace",
      description = "Exchange a release that lies there with other contents.")
  private boolean replace;

  @Option(
      names = "--regardless",
      description = "Make it current also if it is said not to run on this machine.")
  private boolean regardless;

  @Option(names = "--back", description = "Go back to the release that was current before.")
  private boolean back;

  @Mixin private DepotOptions options;
  @Mixin private CommonOptions common;

  ReceiveCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    Meter meter = common.startMeter(context);
    Receiver receiver = new Receiver(into, context.environment(), meter);
    if (back) {
      if (from != null) {
        throw GirdleException.request(
            "--back goes back to what lies in " + into + " and asks no depot",
            "  To receive a certain release: girdle receive " + from + "@RELEASE --into " + into);
      }
      common.show(new BackView(receiver.back(), into), context);
      return 0;
    }
    if (keep != null && keep < 1) {
      throw GirdleException.request("--keep " + keep + ": at least one release has to stay");
    }
    DepotPlace place = DepotPlace.of(origin());
    place.address().ifPresent(a -> a.named());
    Depot depot = options.open(place, context);
    String wanted = target == null ? null : Target.of(target).text();
    Receiver.Order order =
        new Receiver.Order(
            new Choice.Wishes(place.reference(), pre, wanted, Optional.ofNullable(form)),
            DepotOptions.trusted(trust),
            Optional.ofNullable(keep),
            Optional.ofNullable(link),
            replace,
            regardless);
    Receiver.Outcome outcome = receiver.receive(depot, place.text(), order);
    common.show(new ReceiveView(outcome, into), context);
    return outcome.check().filter(c -> !c.isGood()).isPresent() ? 1 : 0;
  }

  private String origin() {
    if (from != null) {
      return from;
    }
    return Receiver.origin(into)
        .orElseThrow(
            () ->
                GirdleException.request(
                    "nothing was received into " + into + " yet, and no depot is named",
                    "  girdle receive DEPOT/NAME --into " + into));
  }
}
