package dev.girdle.image;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * What a receiver who has one image fetches of another.
 *
 * @param layers the layers of the newer one
 */
public record LayerChanges(List<Change> layers) {
  /** Copies the list. */
  public LayerChanges {
    layers = List.copyOf(layers);
  }

  /**
   * A layer of the newer image.
   *
   * @param platform what its image is for
   * @param name what it is called
   * @param digest of its bytes
   * @param packedBytes how many they are
   * @param isNew whether the older image has no such layer
   */
  public record Change(
      String platform, String name, String digest, long packedBytes, boolean isNew) {}

  /**
   * Compares.
   *
   * @param before the images of the older layout
   * @param after the images of the newer layout
   * @return each layer of the newer ones
   */
  public static LayerChanges between(List<ImageContents> before, List<ImageContents> after) {
    Set<String> known = new HashSet<>();
    before.forEach(i -> i.layers().forEach(l -> known.add(l.digest())));
    List<Change> changes = new ArrayList<>();
    for (ImageContents image : after) {
      for (ImageContents.Layer layer : image.layers()) {
        changes.add(
            new Change(
                image.platform(),
                layer.name(),
                layer.digest(),
                layer.packedBytes(),
                !known.contains(layer.digest())));
      }
    }
    return new LayerChanges(changes);
  }

  /**
   * How many bytes are fetched.
   *
   * @return of the layers that are new
   */
  public long fetchedBytes() {
    return layers.stream().filter(Change::isNew).mapToLong(Change::packedBytes).sum();
  }

  /**
   * How many bytes all layers have.
   *
   * @return as they travel
   */
  public long bytes() {
    return layers.stream().mapToLong(Change::packedBytes).sum();
  }
}
