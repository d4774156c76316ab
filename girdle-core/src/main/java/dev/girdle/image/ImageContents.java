package dev.girdle.image;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * What is in an image, of whoever's making.
 *
 * @param platform what it is for: {@code linux/amd64}
 * @param digest of its manifest
 * @param run how it is run; null if it does not say
 * @param layers its layers, the lowest first
 */
public record ImageContents(
    String platform, String digest, ImageConfig.Run run, List<Layer> layers) {
  /** Copies the list. */
  public ImageContents {
    layers = List.copyOf(layers);
  }

  /**
   * A layer.
   *
   * @param name what it is called, or what made it; may be empty
   * @param digest of its bytes as they travel
   * @param packedBytes how many they are
   * @param bytes how large its files are
   * @param entries what is in it, in its order
   */
  public record Layer(
      String name, String digest, long packedBytes, long bytes, List<Entry> entries) {
    /** Copies the list. */
    public Layer {
      entries = List.copyOf(entries);
    }

    /**
     * How many files are in it.
     *
     * @return without folders and links
     */
    public int files() {
      return (int) entries.stream().filter(e -> e.kind().equals("file")).count();
    }
  }

  /**
   * Something in a layer.
   *
   * @param path from the top of the image
   * @param kind {@code file}, {@code folder}, {@code link}, {@code hard_link}, {@code removal} or
   *     {@code other}
   * @param bytes of a file; 0 otherwise
   */
  public record Entry(String path, String kind, long bytes) {}

  /**
   * How many bytes travel.
   *
   * @return of all layers
   */
  public long packedBytes() {
    return layers.stream().mapToLong(Layer::packedBytes).sum();
  }

  /**
   * Reads what is in the images of a layout.
   *
   * @param place the layout
   * @return each image by itself
   * @throws GirdleException if it is no image layout, or damaged
   */
  public static List<ImageContents> of(Path place) {
    try (ImageLayout layout =
        ImageLayout.open(place)
            .orElseThrow(
                () ->
                    GirdleException.request(
                        place + " is no container image, so that it has no layers",
                        "  Images are made with: girdle seal --form image"))) {
      List<ImageContents> all = new ArrayList<>();
      for (Descriptor image : layout.images()) {
        all.add(of(layout, image));
      }
      return all;
    } catch (IOException e) {
      throw GirdleException.because(
          e,
          () ->
              new GirdleException(
                  Fault.APPLICATION, e, place + " cannot be read: " + e.getMessage()));
    }
  }

  private static ImageContents of(ImageLayout layout, Descriptor image) throws IOException {
    ImageManifest manifest = layout.manifest(image);
    ImageConfig config = layout.config(manifest);
    List<String> makers = new ArrayList<>();
    if (config.history() != null) {
      config.history().stream()
          .filter(s -> !Boolean.TRUE.equals(s.isEmpty()))
          .forEach(s -> makers.add(s.by() == null ? "" : s.by()));
    }
    List<Layer> layers = new ArrayList<>();
    for (int i = 0; i < manifest.layers().size(); i++) {
      layers.add(layer(layout, manifest.layers().get(i), i < makers.size() ? makers.get(i) : ""));
    }
    return new ImageContents(
        config.os() + "/" + config.architecture(), image.digest(), config.config(), layers);
  }

  private static Layer layer(ImageLayout layout, Descriptor of, String maker) throws IOException {
    List<Entry> entries = new ArrayList<>();
    LayerReader.read(
        layout.blob(of),
        "the layer " + of.digest(),
        e -> {
          entries.add(new Entry(e.path(), e.kind().name().toLowerCase(Locale.ROOT), e.size()));
          return true;
        });
    String name = of.annotations() == null ? null : of.annotations().get(ImageWriter.LAYER_NAME);
    return new Layer(
        name == null ? maker : name,
        of.digest(),
        of.size(),
        entries.stream().mapToLong(Entry::bytes).sum(),
        entries);
  }
}
