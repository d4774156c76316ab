package dev.girdle.depot;

import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import dev.girdle.image.Annotations;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageJson;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.MediaTypes;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Signatures of releases: statements in envelopes (DSSE 1.0), attached to the release. */
public final class Signatures {
  private static final long LARGEST = 1 << 20;

  private Signatures() {}

  /** An envelope, as it stands in JSON (DSSE 1.0, "Envelope"). */
  @JsonIgnoreProperties(ignoreUnknown = true)
  record Envelope(String payloadType, String payload, List<Signed> signatures) {
    record Signed(String keyid, String sig) {}
  }

  /**
   * A signature of a release.
   *
   * @param key who is said to have signed it
   * @param isTrusted whether that was verified with one of the keys that are trusted
   * @param name which application it is said to be a release of
   * @param time when it is said to have been signed
   */
  public record Found(String key, boolean isTrusted, String name, Instant time) {}

  static void sign(Depot depot, Descriptor top, Statement statement, SigningKey key)
      throws IOException {
    byte[] payload = statement.bytes();
    byte[] signature = key.sign(encoded(Statement.TYPE, payload));
    Base64.Encoder base64 = Base64.getEncoder();
    Envelope envelope =
        new Envelope(
            Statement.TYPE,
            base64.encodeToString(payload),
            List.of(new Envelope.Signed(key.id(), base64.encodeToString(signature))));
    Attachment.put(
        depot,
        top,
        MediaTypes.ENVELOPE,
        MediaTypes.ENVELOPE,
        ImageJson.bytes(envelope),
        Map.of(Annotations.CREATED, statement.time().truncatedTo(ChronoUnit.SECONDS).toString()));
  }

  /** What is signed (DSSE 1.0, "Signature Definition", PAE). */
  private static byte[] encoded(String type, byte[] payload) {
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    byte[] typeBytes = type.getBytes(StandardCharsets.UTF_8);
    all.writeBytes(("DSSEv1 " + typeBytes.length + " ").getBytes(StandardCharsets.UTF_8));
    all.writeBytes(typeBytes);
    all.writeBytes((" " + payload.length + " ").getBytes(StandardCharsets.UTF_8));
    all.writeBytes(payload);
    return all.toByteArray();
  }

  /** The signatures that are attached to a document, held against nothing. */
  static List<Descriptor> of(Depot depot, Descriptor top) {
    return depot.attached(top).stream()
        .filter(d -> MediaTypes.ENVELOPE.equals(d.artifactType()))
        .toList();
  }

  /**
   * Who has signed a release. What is no signature of it is passed over.
   *
   * @param depot where it is
   * @param release the release
   * @param attached what is attached to it
   * @param trusted the keys whose signatures count
   * @return each signature that is about just this release
   */
  public static List<Found> of(
      Depot depot, Release release, List<Descriptor> attached, List<TrustedKey> trusted) {
    List<Found> found = new ArrayList<>();
    for (Descriptor one : attached) {
      if (MediaTypes.ENVELOPE.equals(one.artifactType())) {
        try {
          read(depot, one).ifPresent(e -> add(e, release, trusted, found));
        } catch (IOException | IllegalArgumentException e) {
          continue; // whoever can write to the depot can attach anything
        }
      }
    }
    return found;
  }

  private static Optional<Envelope> read(Depot depot, Descriptor where) throws IOException {
    Optional<ImageManifest> manifest =
        depot.document(where.digest()).flatMap(d -> d.read(ImageManifest.class));
    if (manifest.isEmpty() || manifest.get().layers().isEmpty()) {
      return Optional.empty();
    }
    byte[] bytes = depot.bytes(manifest.get().layers().get(0), LARGEST);
    return Optional.of(ImageJson.read(bytes, Envelope.class));
  }

  private static void add(
      Envelope envelope, Release release, List<TrustedKey> trusted, List<Found> found) {
    Statement statement;
    byte[] payload = Base64.getDecoder().decode(envelope.payload());
    try {
      statement = Statement.parsed(payload);
    } catch (IOException e) {
      return;
    }
    boolean isOfIt =
        statement.names(release.top().descriptor()) && statement.release().equals(release.name());
    if (!isOfIt || !Statement.TYPE.equals(envelope.payloadType())) {
      return;
    }
    byte[] signed = encoded(envelope.payloadType(), payload);
    for (Envelope.Signed one : envelope.signatures()) {
      byte[] signature = Base64.getDecoder().decode(one.sig());
      Optional<TrustedKey> key =
          trusted.stream().filter(k -> k.hasSigned(signed, signature)).findFirst();
      found.add(
          new Found(
              key.map(TrustedKey::id).orElse(String.valueOf(one.keyid())),
              key.isPresent(),
              statement.name(),
              statement.time()));
    }
  }
}
