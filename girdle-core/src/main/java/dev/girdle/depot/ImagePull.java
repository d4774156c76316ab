package dev.girdle.depot;

import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageLayout;
import dev.girdle.image.ImageManifest;
import dev.girdle.io.Content;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.LongConsumer;

/** Takes images out of a depot, into an image layout. */
public final class ImagePull {
  private final Depot depot;
  private final List<Path> layouts;
  private final LongConsumer progress;
  private long heldBytes;

  /**
   * Prepares to take images.
   *
   * @param depot where they are
   * @param layouts image layouts that are here; layers that they have are not fetched
   * @param progress is told how many bytes more are there
   */
  public ImagePull(Depot depot, List<Path> layouts, LongConsumer progress) {
    this.depot = depot;
    this.layouts = List.copyOf(layouts);
    this.progress = progress;
  }

  /**
   * How many bytes of a release's images there are.
   *
   * @param release the release
   * @return of all parts, those that several images share counted once
   */
  public static long bytes(Release release) {
    return release.offers().stream()
        .filter(Offer::isImage)
        .flatMap(o -> parts(o.manifest()).stream())
        .distinct()
        .mapToLong(Descriptor::size)
        .sum();
  }

  private static List<Descriptor> parts(ImageManifest manifest) {
    List<Descriptor> parts = new ArrayList<>(manifest.layers());
    if (manifest.config() != null) {
      parts.add(manifest.config());
    }
    return parts;
  }

  /**
   * Takes the images of a release, and what is attached to them.
   *
   * @param release the release
   * @param layout where to; a folder that is empty or not there
   * @return how many of their bytes were here
   * @throws IOException if the line breaks for good, or the disk fails
   */
  public long pull(Release release, Path layout) throws IOException {
    try (LayoutDepot to = new LayoutDepot(layout, layout.toString())) {
      for (Offer offer : release.offers()) {
        if (offer.isImage()) {
          document(offer.where(), to);
          for (Descriptor one : depot.attached(offer.where())) {
            document(one, to);
          }
        }
      }
      to.put(release.top(), Releases.tag(release.name()));
      for (Descriptor one : depot.attached(release.top().descriptor())) {
        document(one, to);
      }
    }
    return heldBytes;
  }

  /**
   * Takes one image, and nothing that is attached to it.
   *
   * @param image the image
   * @param name what it is found by in the layout
   * @param layout as above
   * @throws IOException as above
   */
  public void pull(Offer image, String name, Path layout) throws IOException {
    try (LayoutDepot to = new LayoutDepot(layout, layout.toString())) {
      document(image.where(), to);
      to.put(depot.document(image.where().digest()).orElseThrow(), name);
    }
  }

  /** Takes a manifest and its parts. */
  private void document(Descriptor of, LayoutDepot to) throws IOException {
    Depot.Document document =
        depot
            .document(of.digest())
            .orElseThrow(() -> new IOException(depot.label() + " has lost " + of.digest()));
    Optional<ImageManifest> manifest = document.read(ImageManifest.class);
    if (manifest.isPresent()) {
      for (Descriptor part : parts(manifest.get())) {
        part(part, to);
      }
    }
    to.put(document, of.digest());
  }

  private void part(Descriptor part, LayoutDepot to) throws IOException {
    for (Path one : layouts) {
      try (ImageLayout layout = ImageLayout.open(one).orElse(null)) {
        Optional<Content> content = layout == null ? Optional.empty() : layout.find(part);
        if (content.isPresent()) {
          heldBytes += to.put(part, content.get(), progress) ? part.size() : 0;
          return;
        }
      }
    }
    for (int tries = 0; ; tries++) {
      try {
        to.put(part, new InDepot(part), progress);
        return;
      } catch (IOException e) {
        if (tries == Depot.TRIES) {
          throw e;
        }
        depot.pause(Math.min(tries, 3));
      }
    }
  }

  private final class InDepot implements Content {
    private final Descriptor part;

    InDepot(Descriptor part) {
      this.part = part;
    }

    @Override
    public long size() {
      return part.size();
    }

    @Override
    public InputStream open() throws IOException {
      return depot.open(part);
    }
  }
}
