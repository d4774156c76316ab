package dev.girdle.depot;

import dev.girdle.image.Annotations;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.MediaTypes;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What is said of a release. It is attached to the release, so that it can be said anew without
 * sending anything again: a manifest of the type {@link MediaTypes#ABOUT} whose annotations are the
 * standard ones, and whose layer holds the notes.
 *
 * @param words by the keys of {@link Annotations}; what is not said is not in it
 * @param notes what is new, a longer text; empty for none
 */
public record About(Map<String, String> words, Optional<String> notes) {
  private static final long LARGEST_NOTES = 1 << 20;
  private static final String MARKDOWN = "text/markdown";

  /** Nothing is said. */
  public static final About NOTHING_SAID = new About(Map.of(), Optional.empty());

  /** Copies the map. */
  public About {
    words = Map.copyOf(words);
  }

  /**
   * What is said last.
   *
   * @param attached what is attached to the release
   * @return where it stands; empty if nothing is said
   */
  static Optional<Descriptor> last(List<Descriptor> attached) {
    return attached.stream()
        .filter(d -> MediaTypes.ABOUT.equals(d.artifactType()))
        .max(Comparator.comparing(About::time));
  }

  private static Instant time(Descriptor one) {
    return Optional.ofNullable(one.annotations())
        .flatMap(a -> Annotations.time(a, Annotations.SAID))
        .orElse(Instant.MIN);
  }

  /**
   * Reads what is said of a release.
   *
   * @param depot where it is
   * @param attached what is attached to it
   * @return nothing if nothing is said
   * @throws IOException if it cannot be had
   */
  public static About read(Depot depot, List<Descriptor> attached) throws IOException {
    Optional<Descriptor> last = last(attached);
    if (last.isEmpty()) {
      return NOTHING_SAID;
    }
    Optional<ImageManifest> manifest =
        depot.document(last.get().digest()).flatMap(d -> d.read(ImageManifest.class));
    Optional<Descriptor> notes =
        manifest.stream()
            .flatMap(m -> m.layers().stream())
            .filter(l -> MARKDOWN.equals(l.mediaType()))
            .findFirst();
    Map<String, String> words =
        manifest.map(ImageManifest::annotations).filter(a -> a != null).orElse(Map.of());
    return new About(
        words,
        notes.isPresent()
            ? Optional.of(
                new String(depot.bytes(notes.get(), LARGEST_NOTES), StandardCharsets.UTF_8))
            : Optional.empty());
  }

  /**
   * This, and what is said newly.
   *
   * @param newer counts where both say something
   * @return all
   */
  public About with(About newer) {
    Map<String, String> all = new TreeMap<>(words);
    all.putAll(newer.words);
    return new About(all, newer.notes.or(() -> notes));
  }

  /**
   * This without one of the words.
   *
   * @param key one of {@link Annotations}
   * @return the rest
   */
  About without(String key) {
    Map<String, String> rest = new TreeMap<>(words);
    rest.remove(key);
    return new About(rest, notes);
  }

  /**
   * One of the words.
   *
   * @param key one of {@link Annotations}
   * @return empty if it is not said
   */
  public Optional<String> word(String key) {
    return Optional.ofNullable(words.get(key));
  }

  /**
   * Says it of a release.
   *
   * @param depot where the release is
   * @param subject the release
   * @param time when
   * @return where it stands
   * @throws IOException if it cannot be sent
   */
  Descriptor attach(Depot depot, Descriptor subject, Instant time) throws IOException {
    Map<String, String> all = new TreeMap<>(words);
    all.putIfAbsent(Annotations.CREATED, time.truncatedTo(ChronoUnit.SECONDS).toString());
    all.put(Annotations.SAID, time.toString());
    return Attachment.put(
        depot,
        subject,
        MediaTypes.ABOUT,
        notes.isPresent() ? MARKDOWN : MediaTypes.EMPTY,
        notes.map(n -> n.getBytes(StandardCharsets.UTF_8)).orElseGet(ImageManifest::nothing),
        all);
  }
}
