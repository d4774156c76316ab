package dev.girdle.depot;

import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageManifest;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/**
 * A release in a depot.
 *
 * @param name how it was named
 * @param top the manifest or index that the name leads to
 * @param images its images, by where their manifests are
 */
public record Release(String name, Descriptor top, Map<Descriptor, ImageManifest> images) {
  /** Copies the map. */
  public Release {
    images = Map.copyOf(images);
  }

  /**
   * The same by another name.
   *
   * @param newName how people call it
   * @return a new release
   */
  public Release called(String newName) {
    return new Release(newName, top, images);
  }

  /**
   * How many bytes its layers have.
   *
   * @return each layer counted once
   */
  public long bytes() {
    Set<String> counted = new HashSet<>();
    return images.values().stream()
        .flatMap(m -> m.layers().stream())
        .filter(l -> counted.add(l.digest()))
        .mapToLong(Descriptor::size)
        .sum();
  }
}
