package dev.girdle.cli;

import dev.girdle.cli.view.NamesView;
import dev.girdle.cli.view.ReleasesView;
import dev.girdle.depot.Depot;
import dev.girdle.depot.DepotAddress;
import dev.girdle.depot.Release;
import dev.girdle.depot.Releases;
import dev.girdle.fault.GirdleException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Lists the releases of a name in a depot. */
@Command(
    name = "releases",
    description = {
      "List the releases of a name in a depot, newest first, and which one a receiver gets.",
      "Without a name: what the depot holds, if it tells."
    })
final class ReleasesCommand implements Callable<Integer> {
  private static final int USUAL = 20;

  private final Context context;

  @Parameters(paramLabel = "DEPOT[/NAME]", description = "HOST[:PORT], and what of it.")
  private String depot;

  @Option(
      names = "--most",
      paramLabel = "COUNT",
      description = "How many are looked at, the newest first; 20 if not given.")
  private int most = USUAL;

  @Mixin private DepotOptions options;
  @Mixin private CommonOptions common;

  ReleasesCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    DepotAddress address = DepotAddress.of(depot);
    Depot opened = options.open(address, context);
    Meter meter = common.startMeter(context);
    if (address.name().isEmpty()) {
      common.show(new NamesView(address.label(), opened.names()), context);
      return 0;
    }
    List<String> tags = opened.releases();
    List<String> sorted = Releases.sorted(tags);
    if (tags.isEmpty()) {
      throw GirdleException.request(
          address.label() + " is not there, or has no releases",
          "  What the depot holds: girdle releases " + address.server().getAuthority());
    }
    List<Release> found = new ArrayList<>();
    for (String one : sorted.subList(0, Math.min(most, sorted.size()))) {
      meter.at("asking for " + one, found.size(), sorted.size());
      opened.release(Releases.tag(one)).ifPresent(r -> found.add(r.called(one)));
    }
    common.show(
        new ReleasesView(address.label(), found, sorted.size(), Releases.usual(sorted).orElse("")),
        context);
    return 0;
  }
}
