package dev.girdle.image;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Map;

/**
 * A manifest (OCI Image Format Specification 1.1, "Image Manifest").
 *
 * @param schemaVersion 2
 * @param mediaType what the manifest is; null in some older ones
 * @param artifactType what it is about if it is no image; null otherwise
 * @param config the configuration, or nothing's two bytes
 * @param layers the layers, the lowest first
 * @param subject the manifest that this one tells something about; null for none
 * @param annotations more about it; null for none
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record ImageManifest(
    int schemaVersion,
    String mediaType,
    String artifactType,
    Descriptor config,
    List<Descriptor> layers,
    Descriptor subject,
    Map<String, String> annotations) {
  /** The version that there is. */
  public static final int SCHEMA = 2;

  /** Copies the list. */
  public ImageManifest {
    layers = layers == null ? List.of() : List.copyOf(layers);
  }

  /**
   * What stands where there is no configuration ("Guidance for an Empty Descriptor").
   *
   * @return an empty object of JSON
   */
  public static byte[] nothing() {
    return new byte[] {'{', '}'};
  }

  /**
   * A manifest that attaches a document to another manifest.
   *
   * @param subject the manifest that it is attached to
   * @param type what it is
   * @param document the document
   * @param annotations what is said of it; null for nothing
   * @return a manifest, whose configuration is {@link #nothing()}
   */
  public static ImageManifest attaching(
      Descriptor subject, String type, Descriptor document, Map<String, String> annotations) {
    return new ImageManifest(
        SCHEMA,
        MediaTypes.MANIFEST,
        type,
        Descriptor.of(MediaTypes.EMPTY, nothing()),
        List.of(document),
        Descriptor.of(subject.mediaType(), subject.digest(), subject.size()),
        annotations);
  }
}
