package dev.girdle.image;

import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.Map;
import java.util.Optional;

/**
 * What descriptors, manifests and indexes are annotated with (OCI Image Format Specification 1.1,
 * "Pre-Defined Annotation Keys"), and Girdle's own words.
 */
public final class Annotations {
  /** What a manifest is found by in a layout: its release. */
  public static final String REF = "org.opencontainers.image.ref.name";

  /** What people call it. */
  public static final String TITLE = "org.opencontainers.image.title";

  /** What it is for, in a sentence. */
  public static final String DESCRIPTION = "org.opencontainers.image.description";

  /** Its release. */
  public static final String VERSION = "org.opencontainers.image.version";

  /** Its licences, an expression of SPDX. */
  public static final String LICENCES = "org.opencontainers.image.licenses";

  /** Where more about it stands. */
  public static final String URL = "org.opencontainers.image.url";

  /** Who makes it. */
  public static final String VENDOR = "org.opencontainers.image.vendor";

  /** When, as RFC 3339 has it. */
  public static final String CREATED = "org.opencontainers.image.created";

  /** The digest of the image that it lies on. */
  public static final String BASE_DIGEST = "org.opencontainers.image.base.digest";

  /** Girdle's own: what the application is called. */
  public static final String NAME = "dev.girdle.name";

  /** Girdle's own: what an artifact is for, {@code linux-x64}; absent for everywhere. */
  public static final String TARGET = "dev.girdle.target";

  /** Girdle's own: which form an artifact has. */
  public static final String FORM = "dev.girdle.form";

  /** Girdle's own: when something was said of a release, so that the last word counts. */
  public static final String SAID = "dev.girdle.said";

  /** Girdle's own: how many bytes of packs an artifact is put together of. */
  public static final String BYTES = "dev.girdle.bytes";

  private Annotations() {}

  /**
   * A time that stands in annotations.
   *
   * @param annotations by their keys
   * @param key which
   * @return empty if there is none, or it is not written as RFC 3339 has it
   */
  public static Optional<Instant> time(Map<String, String> annotations, String key) {
    try {
      return Optional.ofNullable(annotations.get(key)).map(Instant::parse);
    } catch (DateTimeParseException e) {
      return Optional.empty(); // somebody else wrote it
    }
  }
}
