package dev.girdle.image;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Map;

/**
 * An index of manifests (OCI Image Format Specification 1.1, "Image Index").
 *
 * @param schemaVersion 2
 * @param mediaType what it is; null in some older ones
 * @param manifests the manifests
 * @param annotations more about it; null for none
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record ImageIndex(
    int schemaVersion,
    String mediaType,
    List<Descriptor> manifests,
    Map<String, String> annotations) {
  /** Copies the list. */
  public ImageIndex {
    manifests = manifests == null ? List.of() : List.copyOf(manifests);
  }

  /**
   * An index.
   *
   * @param manifests the manifests
   * @param annotations more about it; null for none
   * @return an index of today's version
   */
  public static ImageIndex of(List<Descriptor> manifests, Map<String, String> annotations) {
    return new ImageIndex(ImageManifest.SCHEMA, MediaTypes.INDEX, manifests, annotations);
  }
}
