package dev.girdle.image;

import dev.girdle.form.WrittenFile;
import dev.girdle.io.Compression;
import dev.girdle.io.SourceDate;
import dev.girdle.io.TarWriter;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.LongConsumer;

/**
 * Writes an image layout as a folder (OCI Image Format Specification 1.1, "Image Layout"). The same
 * images give the same bytes.
 */
public final class ImageWriter {
  /** What a descriptor of a layer of Girdle is annotated with: what the layer is called. */
  public static final String LAYER_NAME = "dev.girdle.layer";

  private final Path folder;
  private final SourceDate date;
  private final Compression compression;
  private final int level;
  private final LongConsumer progress;
  private final List<Descriptor> images = new ArrayList<>();
  private final List<Descriptor> attached = new ArrayList<>();

  /**
   * Begins a layout.
   *
   * @param folder where to; must not exist yet
   * @param date what all files and documents bear as their time
   * @param compression how layers are compressed: gzip or zstd
   * @param level from 1 (quick) to 9 (small)
   * @param progress is told the bytes of files that are done since it was last told
   * @throws IOException if it cannot be written
   */
  public ImageWriter(
      Path folder, SourceDate date, Compression compression, int level, LongConsumer progress)
      throws IOException {
    this.folder = folder;
    this.date = date;
    this.compression = compression;
    this.level = level;
    this.progress = progress;
    Files.createDirectories(folder.resolve("blobs/sha256"));
  }

  /**
   * What was written of an image.
   *
   * @param manifest where its manifest is found
   * @param files its own files with their digests
   */
  public record Written(Descriptor manifest, List<WrittenFile> files) {
    /** Copies the list. */
    public Written {
      files = List.copyOf(files);
    }
  }

  /** A layer, and what it is before it is compressed. */
  private record Layer(Descriptor descriptor, String diffId) {}

  /**
   * Writes an image.
   *
   * @param image what to write
   * @return where it is found
   * @throws IOException if something cannot be read or written
   */
  public Written write(MadeImage image) throws IOException {
    List<Descriptor> layers = new ArrayList<>();
    List<String> diffIds = new ArrayList<>();
    List<ImageConfig.Step> history = new ArrayList<>();
    if (image.base() != null) {
      copyBase(image.base());
      layers.addAll(image.base().manifest().layers());
      diffIds.addAll(image.base().config().rootfs().diffIds());
      history.addAll(
          image.base().config().history() == null ? List.of() : image.base().config().history());
    }
    List<WrittenFile> files = new ArrayList<>();
    String now = date.instant().toString();
    for (ImageLayer one : image.layers()) {
      Layer layer = write(one, files);
      layers.add(layer.descriptor());
      diffIds.add(layer.diffId());
      history.add(new ImageConfig.Step(now, "girdle: " + one.name(), null, null));
    }
    Platform platform = image.platform();
    Descriptor config =
        blob(
            MediaTypes.CONFIG,
            ImageJson.bytes(
                new ImageConfig(
                    now,
                    platform.architecture(),
                    platform.os(),
                    image.run(),
                    new ImageConfig.Root("layers", diffIds),
                    history)));
    Descriptor manifest =
        blob(
                MediaTypes.MANIFEST,
                ImageJson.bytes(
                    new ImageManifest(
                        ImageManifest.SCHEMA,
                        MediaTypes.MANIFEST,
                        null,
                        config,
                        layers,
                        null,
                        image.annotations())))
            .on(platform);
    images.add(manifest);
    return new Written(manifest, files);
  }

  private void copyBase(BaseImage base) throws IOException {
    for (Descriptor layer : base.manifest().layers()) {
      Path place = place(layer.digest());
      if (!Files.exists(place)) {
        try (InputStream in = base.layout().blob(layer).open()) {
          Files.copy(in, place);
        }
        progress.accept(layer.size());
      }
    }
  }

  private Layer write(ImageLayer layer, List<WrittenFile> written) throws IOException {
    Path work = Files.createTempFile(folder, "layer", ".tmp");
    DigestedOutput packed =
        new DigestedOutput(new BufferedOutputStream(Files.newOutputStream(work)));
    DigestedOutput plain = new DigestedOutput(compression.over(packed, level));
    try (TarWriter tar = new TarWriter(plain, date)) {
      for (ImageLayer.OwnFolder one : layer.folders()) {
        tar.folder(one.path(), one.mode(), one.owner());
      }
      for (LayoutFile file : layer.files()) {
        String digest = tar.file(file.path(), file.content(), file.executable());
        written.add(new WrittenFile(file, digest));
        progress.accept(file.content().size());
      }
      for (LayoutLink link : layer.links()) {
        tar.link(link.path(), link.target());
      }
    }
    String digest = packed.digest();
    Files.move(work, place(digest), StandardCopyOption.REPLACE_EXISTING);
    Descriptor descriptor =
        Descriptor.of(MediaTypes.layer(compression), digest, packed.size())
            .annotated(Map.of(LAYER_NAME, layer.name()));
    return new Layer(descriptor, plain.digest());
  }

  /**
   * Attaches a document to an image, by a manifest of its own that names the image as its subject.
   *
   * @param image the image
   * @param type what the document is
   * @param title what it is called
   * @param document its bytes
   * @throws IOException if it cannot be written
   */
  public void attach(Descriptor image, String type, String title, byte[] document)
      throws IOException {
    Descriptor layer = blob(type, document).annotated(Map.of(Annotations.TITLE, title));
    blob(MediaTypes.EMPTY, ImageManifest.nothing());
    ImageManifest manifest = ImageManifest.attaching(image, type, layer, null);
    attached.add(blob(MediaTypes.MANIFEST, ImageJson.bytes(manifest)).about(type));
  }

  /**
   * Ends the layout.
   *
   * @param name what the image is found by in the layout: its release
   * @param annotations what an index of several images says of them
   * @throws IOException if it cannot be written
   */
  public void end(String name, Map<String, String> annotations) throws IOException {
    Descriptor top =
        images.size() == 1
            ? images.get(0)
            : blob(MediaTypes.INDEX, ImageJson.bytes(ImageIndex.of(images, annotations)));
    List<Descriptor> all = new ArrayList<>();
    Map<String, String> names = new LinkedHashMap<>();
    names.put(Annotations.REF, name);
    all.add(top.annotated(names));
    all.addAll(attached);
    Files.writeString(folder.resolve(ImageLayout.MARK), ImageLayout.VERSION);
    Files.write(folder.resolve(ImageLayout.INDEX), ImageJson.bytes(ImageIndex.of(all, null)));
  }

  private Descriptor blob(String mediaType, byte[] bytes) throws IOException {
    Descriptor blob = Descriptor.of(mediaType, bytes);
    Files.write(place(blob.digest()), bytes);
    return blob;
  }

  private Path place(String digest) {
    return folder.resolve(ImageLayout.pathOf(digest));
  }
}
