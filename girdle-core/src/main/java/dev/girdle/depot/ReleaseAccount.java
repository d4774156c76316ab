package dev.girdle.depot;

import dev.girdle.image.Annotations;
import dev.girdle.image.Descriptor;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * All that a depot tells of a release.
 *
 * @param release the release
 * @param about what is said of it
 * @param signatures who has signed it
 * @param created when it was delivered, as far as that is known
 */
public record ReleaseAccount(
    Release release, About about, List<Signatures.Found> signatures, Optional<Instant> created) {
  /** Copies the list. */
  public ReleaseAccount {
    signatures = List.copyOf(signatures);
  }

  /**
   * Reads it.
   *
   * @param depot where the release is
   * @param release the release
   * @param trusted the keys whose signatures count
   * @return the account
   * @throws IOException if the depot does not give it
   */
  public static ReleaseAccount of(Depot depot, Release release, List<TrustedKey> trusted)
      throws IOException {
    List<Descriptor> attached = depot.attached(release.top().descriptor());
    About about = About.read(depot, attached);
    Optional<Instant> created =
        Annotations.time(about.words(), Annotations.CREATED)
            .or(() -> words(release).flatMap(w -> Annotations.time(w, Annotations.CREATED)));
    return new ReleaseAccount(
        release, about, Signatures.of(depot, release, attached, trusted), created);
  }

  private static Optional<Map<String, String>> words(Release release) {
    return release.offers().stream()
        .map(o -> o.manifest().annotations())
        .filter(a -> a != null)
        .findFirst();
  }
}
