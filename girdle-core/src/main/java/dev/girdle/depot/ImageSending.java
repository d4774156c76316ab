package dev.girdle.depot;

import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageLayout;
import dev.girdle.image.ImageManifest;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/** Sends the images of a layout, and what is attached to them. */
final class ImageSending {
  private final Depot depot;
  private final Tally tally;

  ImageSending(Depot depot, Tally tally) {
    this.depot = depot;
    this.tally = tally;
  }

  /** Sends them; each can be found by its digest then. */
  List<Offer> send(ImageLayout layout) throws IOException {
    List<Descriptor> images = layout.images();
    List<Descriptor> attached =
        layout.all().stream().filter(d -> d.artifactType() != null).toList();
    List<Descriptor> manifests = new ArrayList<>(images);
    manifests.addAll(attached);
    for (Descriptor one : manifests) {
      blobs(layout.manifest(one)).forEach(tally::expect);
    }
    List<Offer> offers = new ArrayList<>();
    for (Descriptor one : manifests) {
      ImageManifest manifest = layout.manifest(one);
      for (Descriptor blob : blobs(manifest)) {
        tally.send(blob, layout.blob(blob));
      }
      depot.put(Depot.Document.in(layout, one), one.digest());
      if (one.artifactType() == null) {
        offers.add(new Offer(one.annotated(null), manifest));
      }
    }
    return offers;
  }

  private static List<Descriptor> blobs(ImageManifest manifest) {
    List<Descriptor> blobs = new ArrayList<>(manifest.layers());
    blobs.add(manifest.config());
    return blobs;
  }
}
