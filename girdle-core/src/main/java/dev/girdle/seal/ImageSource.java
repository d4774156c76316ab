package dev.girdle.seal;

import dev.girdle.app.Target;
import dev.girdle.depot.Depot;
import dev.girdle.depot.DepotPlace;
import dev.girdle.depot.ImagePull;
import dev.girdle.depot.Login;
import dev.girdle.depot.Offer;
import dev.girdle.depot.Release;
import dev.girdle.fault.GirdleException;
import dev.girdle.place.Output;
import dev.girdle.place.UserFolders;
import dev.girdle.place.Variables;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Where the image lies that another one is made on. One of a depot is fetched into the cache, where
 * its digest names it, so that it is fetched once.
 */
final class ImageSource {
  private ImageSource() {}

  /**
   * Finds an image.
   *
   * @param text a path, or {@code DEPOT/NAME@RELEASE}
   * @param target what it has to be for
   * @return an image layout, or what the user takes for one
   */
  static Path place(String text, Target target) throws IOException {
    DepotPlace place = DepotPlace.of(text);
    boolean isInDepot =
        place.address().filter(a -> !a.name().isEmpty()).isPresent()
            && place.reference().filter(r -> !Files.exists(Path.of(text))).isPresent();
    if (!isInDepot) {
      return place.path().orElseGet(() -> Path.of(text));
    }
    Map<String, String> environment = Variables.here();
    String name = place.reference().orElseThrow();
    Depot depot = place.open(() -> Login.of(environment), environment);
    Release release =
        Release.read(depot, name)
            .orElseThrow(() -> GirdleException.request(depot.label() + " has no release " + name));
    Offer image =
        release.offers().stream()
            .filter(Offer::isImage)
            .filter(o -> o.target().equals(Optional.of(target.text())))
            .findFirst()
            .orElseThrow(
                () -> GirdleException.request(text + " holds no image for " + target.text()));
    return fetched(depot, image, name, environment);
  }

  private static Path fetched(
      Depot depot, Offer image, String name, Map<String, String> environment) throws IOException {
    Path kept = UserFolders.cache(environment).resolve("images").resolve(image.where().hex());
    if (Files.exists(kept)) {
      return kept;
    }
    try (Output output = Output.at(kept, "XDG_CACHE_HOME", there -> true)) {
      new ImagePull(depot, List.of(), n -> {}).pull(image, name, output.work());
      output.moveIn();
    }
    return kept;
  }
}
