package dev.girdle.cli;

import dev.girdle.cli.view.NamesView;
import dev.girdle.cli.view.ReleaseView;
import dev.girdle.cli.view.ReleasesView;
import dev.girdle.depot.Depot;
import dev.girdle.depot.DepotPlace;
import dev.girdle.depot.Release;
import dev.girdle.depot.ReleaseAccount;
import dev.girdle.depot.Releases;
import dev.girdle.depot.TrustedKey;
import dev.girdle.depot.receive.Cost;
import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.GirdleException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
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
      "With a release: all that is said of it. Without a name: what the depot holds, if it tells."
    })
final class ReleasesCommand implements Callable<Integer> {
  private static final int USUAL = 20;

  private final Context context;

  @Parameters(
      paramLabel = "DEPOT[/NAME[@RELEASE]]",
      description =
          "HOST[:PORT], and what of it; or the path of a folder or .tar file of releases.")
  private String depot;

  @Option(
      names = "--most",
      paramLabel = "COUNT",
      description = "How many are looked at, the newest first; 20 if not given.")
  private int most = USUAL;

  @Option(
      names = "--into",
      paramLabel = "DIR",
      description = "Tell what each would cost to fetch, given what was received into a folder.")
  private Path into;

  @Option(
      names = "--trust",
      paramLabel = "KEY",
      description = "Tell of signatures whether they are by this public key. Repeatable.")
  private List<Path> trust;

  @Mixin private DepotOptions options;
  @Mixin private CommonOptions common;

  ReleasesCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    DepotPlace place = DepotPlace.of(depot);
    Depot opened = options.open(place, context);
    Meter meter = common.startMeter(context);
    boolean isWhole = place.address().isPresent() && place.address().get().name().isEmpty();
    if (isWhole) {
      common.show(new NamesView(place.label(), opened.names()), context);
      return 0;
    }
    List<String> tags = opened.releases();
    List<String> sorted = Releases.sorted(tags);
    if (tags.isEmpty()) {
      throw GirdleException.request(
          place.label() + " is not there, or has no releases",
          place.address().isPresent()
              ? "  What the depot holds: girdle releases "
                  + place.address().get().server().getAuthority()
              : "  Deliver to it: girdle deliver ARTIFACT " + depot);
    }
    try {
      if (place.reference().isPresent()) {
        return one(place, opened, place.reference().get());
      }
      List<ReleasesView.Row> rows =
          rows(
              opened,
              sorted.subList(0, Math.min(most, sorted.size())),
              into == null ? null : new Cost(opened, into),
              DepotOptions.trusted(trust),
              meter);
      common.show(
          new ReleasesView(
              place.label(), rows, sorted.size(), Releases.usual(sorted).orElse(""), into),
          context);
      return 0;
    } catch (IOException e) {
      throw DepotOptions.broken(place, e);
    }
  }

  /**
   * All that a list tells of releases.
   *
   * @param cost tells what a receiver here would fetch; null if nobody asks
   */
  static List<ReleasesView.Row> rows(
      Depot depot, List<String> names, Cost cost, List<TrustedKey> trusted, Progress progress)
      throws IOException {
    List<ReleasesView.Row> rows = new ArrayList<>();
    for (String one : names) {
      progress.at("asking for " + one, rows.size(), names.size());
      Optional<Release> release = Release.read(depot, one);
      if (release.isPresent()) {
        rows.add(
            new ReleasesView.Row(
                ReleaseAccount.of(depot, release.get(), trusted),
                cost == null ? null : cost.here(release.get()).orElse(null)));
      }
    }
    return rows;
  }

  private int one(DepotPlace place, Depot opened, String wanted) throws IOException {
    Release release =
        Release.read(opened, wanted)
            .orElseThrow(
                () ->
                    GirdleException.request(
                        place.label() + " has no release " + wanted,
                        "  All that it has: girdle releases " + place.label()));
    ReleaseAccount account = ReleaseAccount.of(opened, release, DepotOptions.trusted(trust));
    common.show(new ReleaseView(place.label(), account), context);
    return 0;
  }
}
