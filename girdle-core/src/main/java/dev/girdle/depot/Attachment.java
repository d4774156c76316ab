package dev.girdle.depot;

import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.MediaTypes;
import dev.girdle.io.Content;
import java.io.IOException;
import java.util.Map;

/** Documents that are attached to manifests (OCI Image Format Specification 1.1, "subject"). */
final class Attachment {
  private Attachment() {}

  /**
   * Attaches a document.
   *
   * @param subject the manifest that it is attached to
   * @param type what it is
   * @param bytesType what its bytes are
   * @param bytes the document
   * @param annotations what is said of it; null for nothing
   * @return the manifest that holds it
   */
  static Descriptor put(
      Depot depot,
      Descriptor subject,
      String type,
      String bytesType,
      byte[] bytes,
      Map<String, String> annotations)
      throws IOException {
    Descriptor layer = Descriptor.of(bytesType, bytes);
    byte[] nothing = ImageManifest.nothing();
    depot.put(Descriptor.of(MediaTypes.EMPTY, nothing), Content.of(nothing), n -> {});
    depot.put(layer, Content.of(bytes), n -> {});
    Depot.Document manifest =
        Depot.Document.of(
            MediaTypes.MANIFEST, ImageManifest.attaching(subject, type, layer, annotations));
    depot.put(manifest, manifest.descriptor().digest());
    return manifest.descriptor().about(type).annotated(annotations);
  }
}
