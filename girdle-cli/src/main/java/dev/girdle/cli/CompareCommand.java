package dev.girdle.cli;

import dev.girdle.artifact.Arrivals;
import dev.girdle.artifact.Comparison;
import dev.girdle.cli.view.CompareView;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.ImageContents;
import dev.girdle.image.ImageLayout;
import dev.girdle.image.LayerChanges;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.seal.Sealer;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** What changed between two artifacts? */
@Command(
    name = "compare",
    description = "Tell what changed from one artifact to another: what came, went, and grew.")
final class CompareCommand implements Callable<Integer> {
  private static final Pattern SHARE = Pattern.compile("(\\d{1,4}(?:\\.\\d{1,3})?)%");

  private final Context context;

  @Parameters(index = "0", paramLabel = "A", description = "The older artifact.")
  private Path before;

  @Parameters(index = "1", paramLabel = "B", description = "The newer artifact.")
  private Path after;

  @Option(names = "--files", description = "Tell also of every file.")
  private boolean files;

  @Option(
      names = "--fail-on-growth",
      paramLabel = "SHARE",
      description = "End with status 1 if B is larger than A by more than this: 5%%.")
  private String growth;

  @Mixin private CommonOptions common;

  CompareCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    double limit = limit();
    ArtifactRecord a = Records.read(before);
    ArtifactRecord b = Records.read(after);
    Comparison comparison = Comparison.of(a, b, Sealer.sizeOf(before), Sealer.sizeOf(after));
    Optional<LayerChanges> layers =
        ImageLayout.isOne(before) && ImageLayout.isOne(after)
            ? Optional.of(LayerChanges.between(ImageContents.of(before), ImageContents.of(after)))
            : Optional.empty();
    Arrivals arrivals = Arrivals.of(comparison, Records.demands(after));
    boolean grew = comparison.growth() > limit;
    common.show(
        new CompareView(
            comparison,
            arrivals,
            before.toString(),
            after.toString(),
            layers,
            files,
            grew ? growth : ""),
        context);
    return grew ? 1 : 0;
  }

  private double limit() {
    if (growth == null) {
      return Double.POSITIVE_INFINITY;
    }
    Matcher matcher = SHARE.matcher(growth);
    if (!matcher.matches()) {
      throw GirdleException.request(
          "--fail-on-growth " + growth + ": a share is wanted, for example 5%");
    }
    return Double.parseDouble(matcher.group(1)) / 100;
  }
}
