package dev.girdle.image;

import com.fasterxml.jackson.annotation.JsonInclude;
import dev.girdle.io.Sha256;
import java.util.Map;

/**
 * Where bytes are found, and what they have to be (OCI Image Format Specification 1.1, "Content
 * Descriptors").
 *
 * @param mediaType what they are
 * @param digest {@code sha256:} and 64 hexadecimal digits
 * @param size how many they are
 * @param artifactType what a manifest that is no image is about; null otherwise
 * @param platform what a manifest is for; null if it does not say
 * @param annotations more about them; null for none
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Descriptor(
    String mediaType,
    String digest,
    long size,
    String artifactType,
    Platform platform,
    Map<String, String> annotations) {
  /**
   * Bytes of which nothing more is to be said.
   *
   * @param mediaType what they are
   * @param digest their digest
   * @param size how many they are
   * @return a descriptor
   */
  public static Descriptor of(String mediaType, String digest, long size) {
    return new Descriptor(mediaType, digest, size, null, null, null);
  }

  /**
   * What some bytes are.
   *
   * @param mediaType what they are called
   * @param bytes the bytes
   * @return a descriptor of them
   */
  public static Descriptor of(String mediaType, byte[] bytes) {
    return of(mediaType, digest(bytes), bytes.length);
  }

  /**
   * The digest of some bytes.
   *
   * @param bytes the bytes
   * @return as descriptors have it
   */
  public static String digest(byte[] bytes) {
    return "sha256:" + Sha256.of(bytes);
  }

  /**
   * The same with more to say.
   *
   * @param more annotations
   * @return a new descriptor
   */
  public Descriptor annotated(Map<String, String> more) {
    return new Descriptor(mediaType, digest, size, artifactType, platform, more);
  }

  /**
   * The same for a platform.
   *
   * @param newPlatform what it is for
   * @return a new descriptor
   */
  public Descriptor on(Platform newPlatform) {
    return new Descriptor(mediaType, digest, size, artifactType, newPlatform, annotations);
  }

  /**
   * The same, known to be about something else than an image.
   *
   * @param newType what it is about
   * @return a new descriptor
   */
  public Descriptor about(String newType) {
    return new Descriptor(mediaType, digest, size, newType, platform, annotations);
  }

  /**
   * The 64 digits.
   *
   * @return without the name of the algorithm
   */
  public String hex() {
    return digest.substring(digest.indexOf(':') + 1);
  }
}
