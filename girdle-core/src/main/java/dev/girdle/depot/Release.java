package dev.girdle.depot;

import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageIndex;
import dev.girdle.image.ImageJson;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.MediaTypes;
import dev.girdle.image.Platform;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A release in a depot.
 *
 * @param name how people call it
 * @param top the manifest or index that the name leads to
 * @param offers its artifacts, in the order of the index
 */
public record Release(String name, Depot.Document top, List<Offer> offers) {
  private static final long LARGEST_CONFIG = 8 << 20;

  /** Copies the list. */
  public Release {
    offers = List.copyOf(offers);
  }

  /**
   * Reads a release.
   *
   * @param depot where it is
   * @param name how people call it
   * @return empty if there is none
   */
  public static Optional<Release> read(Depot depot, String name) {
    return depot
        .document(Releases.tag(name))
        .map(top -> new Release(name, top, offers(depot, top)));
  }

  private static List<Offer> offers(Depot depot, Depot.Document top) {
    List<Offer> offers = new ArrayList<>();
    if (MediaTypes.isIndex(top.descriptor().mediaType())) {
      for (Descriptor one :
          top.read(ImageIndex.class).map(ImageIndex::manifests).orElse(List.of())) {
        if (MediaTypes.isManifest(one.mediaType())) {
          depot
              .document(one.digest())
              .flatMap(d -> d.read(ImageManifest.class))
              .ifPresent(m -> offers.add(new Offer(one, m)));
        }
      }
    } else {
      top.read(ImageManifest.class)
          .ifPresent(m -> offers.add(new Offer(top.descriptor().on(platform(depot, m)), m)));
    }
    return offers;
  }

  /** What the configuration of an image says that it is for; null if it says nothing. */
  private static Platform platform(Depot depot, ImageManifest manifest) {
    if (manifest.config() == null || manifest.config().size() > LARGEST_CONFIG) {
      return null;
    }
    try {
      Platform read =
          ImageJson.read(depot.bytes(manifest.config(), LARGEST_CONFIG), Platform.class);
      return read.os() == null || read.architecture() == null
          ? null
          : new Platform(read.architecture(), read.os(), null, null);
    } catch (IOException e) {
      return null; // it is no image
    }
  }

  /**
   * How many bytes its artifacts have in the depot.
   *
   * @return layers of images counted once
   */
  public long bytes() {
    Set<String> counted = new HashSet<>();
    long images =
        offers.stream()
            .filter(Offer::isImage)
            .flatMap(o -> o.manifest().layers().stream())
            .filter(l -> counted.add(l.digest()))
            .mapToLong(Descriptor::size)
            .sum();
    return images + offers.stream().filter(o -> !o.isImage()).mapToLong(Offer::bytes).sum();
  }
}
