package dev.girdle.cli;

import dev.girdle.cli.view.DeliverView;
import dev.girdle.depot.About;
import dev.girdle.depot.Delivery;
import dev.girdle.depot.Depot;
import dev.girdle.depot.DepotPlace;
import dev.girdle.depot.LayoutFile;
import dev.girdle.depot.SigningKey;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.Annotations;
import dev.girdle.io.SourceDate;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Delivers artifacts to a depot. */
@Command(
    name = "deliver",
    description = {
      "Send artifacts of one release to a depot: any registry that speaks the OCI distribution"
          + " protocol, or a folder or .tar file for places without a network.",
      "What the depot has is not sent again, piece by piece. Without an artifact, what is said of a"
          + " release is said anew."
    })
final class DeliverCommand implements Callable<Integer> {
  private static final String EPOCH = "SOURCE_DATE_EPOCH";

  private final Context context;

  @Parameters(
      arity = "1..*",
      paramLabel = "ARTIFACT… DEPOT/NAME[@RELEASE]",
      hideParamSyntax = true,
      description = {
        "Folders, archives, executables and images that Girdle made, and where to: HOST[:PORT]/NAME,"
            + " or a path like ./releases or releases.tar. TLS is used but for this machine itself,"
            + " unless http:// stands before it. The artifacts' own release if none is named."
      })
  private List<String> words;

  @Option(names = "--replace", description = "Exchange what the release has for other contents.")
  private boolean replace;

  @Option(
      names = "--sign",
      paramLabel = "KEY",
      description = "Sign the release with a private key (Ed25519, PEM).")
  private Path sign;

  @Option(names = "--title", paramLabel = "TEXT", description = "What people call it.")
  private String title;

  @Option(names = "--description", paramLabel = "TEXT", description = "What it is for.")
  private String description;

  @Option(names = "--licence", paramLabel = "SPDX", description = "Under which licence it stands.")
  private String licence;

  @Option(names = "--homepage", paramLabel = "URL", description = "Where more about it stands.")
  private String homepage;

  @Option(
      names = "--notes",
      paramLabel = "FILE",
      description = "What is new in the release, a text file.")
  private Path notes;

  @Mixin private DepotOptions options;
  @Mixin private CommonOptions common;

  DeliverCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() throws IOException {
    DepotPlace place = DepotPlace.of(words.get(words.size() - 1));
    place.address().ifPresent(a -> a.named());
    List<Path> artifacts = words.subList(0, words.size() - 1).stream().map(Path::of).toList();
    artifacts.forEach(Records::requireThere);
    About about = about();
    if (artifacts.isEmpty() && about.equals(About.NOTHING_SAID) && sign == null) {
      throw GirdleException.request(
          "nothing is to be delivered to " + words.get(0),
          "  Name artifacts before it, or what is to be said of a release: --notes FILE");
    }
    Delivery.Options how =
        new Delivery.Options(replace, about, Optional.ofNullable(sign).map(SigningKey::in), time());
    Meter meter = common.startMeter(context);
    Delivery.Outcome outcome;
    if (place.isFile()) {
      outcome =
          LayoutFile.deliver(
              place.path().orElseThrow(),
              SourceDate.of(context.environment().get(EPOCH)),
              d -> new Delivery(d, place.reference(), how, meter).deliver(artifacts));
    } else {
      Depot depot = options.open(place, context);
      outcome = new Delivery(depot, place.reference(), how, meter).deliver(artifacts);
    }
    common.show(new DeliverView(outcome, artifacts.isEmpty()), context);
    return 0;
  }

  private Instant time() {
    String epoch = context.environment().get(EPOCH);
    return epoch == null ? Instant.now() : SourceDate.of(epoch).instant();
  }

  private About about() {
    Map<String, String> said = new TreeMap<>();
    put(said, Annotations.TITLE, title);
    put(said, Annotations.DESCRIPTION, description);
    put(said, Annotations.LICENCES, licence);
    put(said, Annotations.URL, homepage);
    try {
      return new About(
          said, notes == null ? Optional.empty() : Optional.of(Files.readString(notes)));
    } catch (IOException e) {
      throw new GirdleException(Fault.REQUEST, e, "cannot read " + notes + ": " + e.getMessage());
    }
  }

  private static void put(Map<String, String> said, String key, String value) {
    if (value != null) {
      said.put(key, value);
    }
  }
}
