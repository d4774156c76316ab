package dev.girdle.cli;

import dev.girdle.cli.view.InspectView;
import dev.girdle.cli.view.LayersView;
import dev.girdle.image.ImageContents;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.seal.Sealer;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** What is inside? */
@Command(
    name = "inspect",
    description = "Tell what is inside an artifact: what it is, what it needs, its contents.")
final class InspectCommand implements Callable<Integer> {
  private final Context context;

  @Parameters(
      paramLabel = "ARTIFACT",
      description = "A folder, zip, tgz, archive or image that Girdle made.")
  private Path artifact;

  @Option(names = "--files", description = "List every file, with its reason.")
  private boolean files;

  @Option(
      names = "--layers",
      description =
          "Tell of the layers of a container image, of whoever's making; with --files, all that is"
              + " in each.")
  private boolean layers;

  @Mixin private CommonOptions common;

  InspectCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    if (layers) {
      Records.requireThere(artifact);
      common.show(new LayersView(ImageContents.of(artifact), artifact.toString(), files), context);
      return 0;
    }
    ArtifactRecord found = Records.read(artifact);
    common.show(
        new InspectView(found, artifact.toString(), Sealer.sizeOf(artifact), files), context);
    return 0;
  }
}
