package dev.girdle.cli;

import dev.girdle.cli.view.ReportView;
import dev.girdle.depot.DepotPlace;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Plan;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.report.ApplicationReport;
import dev.girdle.report.ArtifactReport;
import dev.girdle.report.Askers;
import dev.girdle.report.DepotHistory;
import dev.girdle.report.Drawing;
import dev.girdle.report.Edition;
import dev.girdle.report.History;
import dev.girdle.report.ReportFile;
import dev.girdle.report.ReportModel;
import dev.girdle.report.ReportPage;
import dev.girdle.report.Subject;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Analyzer;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** The whole picture, as a page. */
@Command(
    name = "report",
    description =
        "Draw the whole picture of an application, a plan or an artifact as one page: sizes, the"
            + " closure with its reasons, what is missing, what is quiet, licences, releases.")
final class ReportCommand implements Callable<Integer> {
  private static final Set<String> OF_THE_PAGE =
      Set.of("--out", "--as", "--svg", "--releases", "--login", "--json", "--quiet", "--debug");

  private final Context context;
  @Spec private CommandSpec spec;
  @Mixin private ApplicationOptions application;
  @Mixin private RuntimeOptions runtime;

  @Option(
      names = "--out",
      paramLabel = "DIR",
      description =
          "The folder that the page goes to, and in which it looks for artifacts of other releases;"
              + " that of the plan, or beside the artifact, or sealed if not given.")
  private Path out;

  @Option(
      names = "--as",
      paramLabel = "FILENAME",
      description =
          "The page's file name; name and release of the application, or the artifact's"
              + " if not given.")
  private String as;

  @Option(
      names = "--releases",
      paramLabel = "DEPOT/NAME",
      description = "Show the releases of a depot beside those that lie in the output folder.")
  private String releases;

  @Mixin private DepotOptions depot;

  @Option(names = "--svg", description = "Draw only the map of sizes, as a file of its own.")
  private boolean svg;

  @Mixin private CommonOptions common;

  ReportCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    FileName.requireFit(as);
    Meter meter = common.startMeter(context);
    Optional<ArtifactRecord> artifact = Records.ofArtifact(application.app);
    if (artifact.isPresent()) {
      refuseWordsForApplications();
      Path beside = application.app.toAbsolutePath().normalize().getParent();
      Path folder = out == null ? relative(beside) : out;
      return write(
          ArtifactReport.of(
              artifact.get(),
              Records.demands(application.app),
              editions(folder, artifact.get().name(), meter),
              Context.release()),
          folder);
    }
    Plan plan = application.plan(context);
    Askers askers = new Askers();
    try (Analysis analysis =
        new Analyzer(meter, askers).analyze(plan.with(runtime.over(plan.runtime())))) {
      Path folder = out == null ? plan.output().out() : out;
      String name = analysis.application().identity().name();
      List<Edition> editions = editions(folder, name, meter);
      meter.at("drawing the picture", 0, 0);
      return write(ApplicationReport.of(analysis, askers, editions, Context.release()), folder);
    }
  }

  private List<Edition> editions(Path folder, String name, Meter meter) {
    List<Edition> all = new ArrayList<>(History.in(folder, name, meter));
    if (releases != null) {
      DepotPlace place = DepotPlace.of(releases);
      place.address().ifPresent(a -> a.named());
      try {
        all.addAll(DepotHistory.of(depot.open(place, context), meter));
      } catch (IOException e) {
        throw DepotOptions.broken(place, e);
      }
      all.sort(History.ORDER);
    }
    return all;
  }

  private void refuseWordsForApplications() {
    List<String> others =
        spec.commandLine().getParseResult().matchedOptions().stream()
            .map(o -> o.longestName())
            .filter(o -> !OF_THE_PAGE.contains(o))
            .sorted()
            .toList();
    if (!others.isEmpty()) {
      throw GirdleException.request(
          application.app
              + " is an artifact and is drawn as it is, without "
              + String.join(", ", others),
          "  To draw what another choice would make of the application, name the application.");
    }
  }

  private static Path relative(Path folder) {
    Path here = Path.of("").toAbsolutePath();
    return folder.startsWith(here) ? here.relativize(folder) : folder;
  }

  private int write(ReportModel model, Path folder) {
    Subject subject = model.subject();
    String base =
        subject.isArtifact()
            ? application.app.toAbsolutePath().normalize().getFileName() + "-inside"
            : subject.fileName() + "-report";
    String name = as == null ? base + (svg ? ".svg" : ".html") : as;
    Path place = folder.resolve(name);
    byte[] bytes = svg ? Drawing.svg(model) : ReportPage.html(model);
    ReportFile.write(place, bytes);
    common.show(new ReportView(model, place.toString(), svg, bytes.length), context);
    return model.missing() == 0 ? 0 : 1;
  }
}
