package dev.girdle.depot;

import dev.girdle.image.Annotations;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.MediaTypes;
import dev.girdle.image.Platform;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * One of the artifacts of a release.
 *
 * @param where its manifest; of an image with its platform, if it says one
 * @param manifest what its manifest says
 */
public record Offer(Descriptor where, ImageManifest manifest) {
  /** The form of images. */
  public static final String IMAGE = "image";

  /**
   * A pack of pieces, and where it stands what lies in it.
   *
   * @param table the table
   * @param bytes the pack
   */
  public record Pack(Descriptor table, Descriptor bytes) {}

  /**
   * Whether it is a container image.
   *
   * @return false for what Girdle sent in pieces
   */
  public boolean isImage() {
    return !MediaTypes.ARTIFACT.equals(manifest.artifactType());
  }

  /**
   * What it is.
   *
   * @return as the record calls it; {@code image} for an image
   */
  public String form() {
    return isImage() ? IMAGE : word(Annotations.FORM).orElse("artifact");
  }

  /**
   * What it is for.
   *
   * @return a target, or {@code SYSTEM/ARCHITECTURE} of an image for others; empty for everywhere,
   *     or if it is not known
   */
  public Optional<String> target() {
    if (!isImage()) {
      return word(Annotations.TARGET);
    }
    Platform platform = where.platform();
    return Optional.ofNullable(platform)
        .map(p -> p.target().map(t -> t.text()).orElse(p.os() + "/" + p.architecture()));
  }

  private Optional<String> word(String key) {
    return Optional.ofNullable(manifest.annotations()).map(a -> a.get(key));
  }

  /**
   * Form and target, which no two artifacts of a release share.
   *
   * @return for people, too: {@code folder for linux-x64}
   */
  public String kind() {
    return form() + target().map(t -> " for " + t).orElse("");
  }

  /**
   * What it is put together of.
   *
   * @return the list of pieces; empty for an image, or if the manifest is none that Girdle writes
   */
  public Optional<Descriptor> list() {
    return isImage()
        ? Optional.empty()
        : manifest.layers().stream()
            .filter(l -> MediaTypes.PIECE_LIST.equals(l.mediaType()))
            .findFirst();
  }

  /**
   * Where its pieces lie.
   *
   * @return the packs, in the order that the list counts them in
   */
  public List<Pack> packs() {
    List<Pack> packs = new ArrayList<>();
    List<Descriptor> layers = manifest.layers();
    for (int i = 1; i < layers.size(); i++) {
      if (MediaTypes.PIECE_PACK.equals(layers.get(i).mediaType())
          && MediaTypes.PIECE_TABLE.equals(layers.get(i - 1).mediaType())) {
        packs.add(new Pack(layers.get(i - 1), layers.get(i)));
      }
    }
    return packs;
  }

  /**
   * How large it is, as the depot keeps it.
   *
   * @return bytes
   */
  public long bytes() {
    long own = manifest.annotations() == null ? -1 : number(manifest.annotations());
    return own >= 0 ? own : manifest.layers().stream().mapToLong(Descriptor::size).sum();
  }

  /** Packs hold pieces of other releases, too, so that an artifact says itself how large it is. */
  private static long number(Map<String, String> annotations) {
    String text = annotations.getOrDefault(Annotations.BYTES, "");
    return text.matches("[0-9]{1,18}") ? Long.parseLong(text) : -1;
  }
}
