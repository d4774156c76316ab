package dev.girdle.image;

import java.util.List;
import java.util.Map;

/**
 * An image that is to be made.
 *
 * @param platform what it is for
 * @param base what its layers lie on; null for nothing
 * @param layers its own layers, the lowest first; none of them empty
 * @param run how it is run
 * @param annotations what its manifest says of it
 */
public record MadeImage(
    Platform platform,
    BaseImage base,
    List<ImageLayer> layers,
    ImageConfig.Run run,
    Map<String, String> annotations) {
  /** Copies the list. */
  public MadeImage {
    layers = List.copyOf(layers);
  }
}
