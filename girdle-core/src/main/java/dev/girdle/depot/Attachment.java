package dev.girdle.depot;

import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.MediaTypes;
import dev.girdle.io.Content;
import java.io.IOException;
import java.util.List;
import java.util.Map;

/** Documents that are attached to manifests (OCI Image Format Specification 1.1, "subject"). */
final class Attachment {
  private static final byte[] NOTHING = {'{', '}'};

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
    Descriptor empty = Descriptor.of(MediaTypes.EMPTY, NOTHING);
    Descriptor layer = Descriptor.of(bytesType, bytes);
    depot.put(empty, Content.of(NOTHING), n -> {});
    depot.put(layer, Content.of(bytes), n -> {});
    Depot.Document manifest =
        Depot.Document.of(
            MediaTypes.MANIFEST,
            new ImageManifest(
                ImageManifest.SCHEMA,
                MediaTypes.MANIFEST,
                type,
                empty,
                List.of(layer),
                Descriptor.of(subject.mediaType(), subject.digest(), subject.size()),
                annotations));
    depot.put(manifest, manifest.descriptor().digest());
    return manifest.descriptor().about(type).annotated(annotations);
  }
}
