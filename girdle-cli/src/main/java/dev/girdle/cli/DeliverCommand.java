package dev.girdle.cli;

import dev.girdle.cli.view.DeliverView;
import dev.girdle.depot.Delivery;
import dev.girdle.depot.DepotAddress;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Delivers an artifact to a depot. */
@Command(
    name = "deliver",
    description = {
      "Send a container image to a depot: any registry that speaks the OCI distribution protocol.",
      "What the depot has is not sent again; its record and list of components go along."
    })
final class DeliverCommand implements Callable<Integer> {
  private final Context context;

  @Parameters(index = "0", paramLabel = "IMAGE", description = "A container image.")
  private Path artifact;

  @Parameters(
      index = "1",
      paramLabel = "DEPOT/NAME[@RELEASE]",
      description =
          "HOST[:PORT]/NAME: where to. TLS is used but for this machine itself, unless http://"
              + " stands before it. The image's own release if none is named.")
  private String depot;

  @Option(names = "--replace", description = "Exchange a release that the depot has.")
  private boolean replace;

  @Mixin private DepotOptions options;
  @Mixin private CommonOptions common;

  DeliverCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    DepotAddress address = DepotAddress.of(depot).named();
    Records.requireThere(artifact);
    Meter meter = common.startMeter(context);
    Delivery delivery = new Delivery(options.open(address, context), address, replace, meter);
    common.show(new DeliverView(delivery.deliver(artifact)), context);
    return 0;
  }
}
