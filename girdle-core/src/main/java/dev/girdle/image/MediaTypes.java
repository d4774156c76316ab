package dev.girdle.image;

import dev.girdle.io.Compression;
import java.util.List;

/**
 * What bytes are (OCI Image Format Specification 1.1, "Media Types"; those of older registries are
 * what the same documents were called before).
 */
public final class MediaTypes {
  /** An index of manifests. */
  public static final String INDEX = "application/vnd.oci.image.index.v1+json";

  /** A manifest. */
  public static final String MANIFEST = "application/vnd.oci.image.manifest.v1+json";

  /** The configuration of an image. */
  public static final String CONFIG = "application/vnd.oci.image.config.v1+json";

  /** Two bytes that stand for nothing: an empty JSON object. */
  public static final String EMPTY = "application/vnd.oci.empty.v1+json";

  /** A layer that is not compressed. */
  public static final String LAYER = "application/vnd.oci.image.layer.v1.tar";

  /** A record of Girdle. */
  public static final String RECORD = "application/vnd.girdle.record.v1+json";

  /** The demands of an artifact, compressed (RFC 1952). */
  public static final String DEMANDS = "application/vnd.girdle.demands.v1+gzip";

  /** A record, compressed (RFC 8878). */
  public static final String PACKED_RECORD = "application/vnd.girdle.record.v1+zstd";

  /** An artifact that is no image, in pieces. */
  public static final String ARTIFACT = "application/vnd.girdle.artifact.v1";

  /** Of which pieces an artifact is put together. */
  public static final String PIECE_LIST = "application/vnd.girdle.pieces.list.v1+zstd";

  /** What lies in a pack of pieces. */
  public static final String PIECE_TABLE = "application/vnd.girdle.pieces.table.v1+zstd";

  /** A pack of pieces. */
  public static final String PIECE_PACK = "application/vnd.girdle.pieces.pack.v1";

  /** What is said of a release, which can be said anew without sending it again. */
  public static final String ABOUT = "application/vnd.girdle.about.v1";

  /** A signature (DSSE 1.0, "Envelope"). */
  public static final String ENVELOPE = "application/vnd.dsse.envelope.v1+json";

  /** A list of components (CycloneDX 1.6). */
  public static final String SBOM = "application/vnd.cyclonedx+json";

  private static final List<String> INDEXES =
      List.of(INDEX, "application/vnd.docker.distribution.manifest.list.v2+json");
  private static final List<String> MANIFESTS =
      List.of(MANIFEST, "application/vnd.docker.distribution.manifest.v2+json");

  private MediaTypes() {}

  /**
   * A layer that is compressed.
   *
   * @param compression in which way; gzip or zstd
   * @return its media type
   */
  public static String layer(Compression compression) {
    return LAYER + "+" + compression.text();
  }

  /**
   * All that a manifest or an index of such can be.
   *
   * @return with commas between them, for the header {@code Accept}
   */
  public static String ofManifests() {
    return String.join(", ", INDEXES) + ", " + String.join(", ", MANIFESTS);
  }

  /**
   * Whether it is an index of manifests.
   *
   * @param mediaType may be null
   * @return true also by its older name
   */
  public static boolean isIndex(String mediaType) {
    return mediaType != null && INDEXES.contains(mediaType);
  }

  /**
   * Whether it is a manifest.
   *
   * @param mediaType may be null
   * @return true also by its older name
   */
  public static boolean isManifest(String mediaType) {
    return mediaType != null && MANIFESTS.contains(mediaType);
  }
}
