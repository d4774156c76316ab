package dev.girdle.depot;

import dev.girdle.fault.GirdleException;
import dev.girdle.image.Annotations;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageIndex;
import dev.girdle.image.ImageJson;
import dev.girdle.image.ImageLayout;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.MediaTypes;
import dev.girdle.io.Content;
import dev.girdle.place.WholeFile;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;

/**
 * An image layout as a depot of one name (OCI Image Format Specification 1.1, "Image Layout"). A
 * folder can be delivered to; a file can only be read, for which it is delivered to a folder first.
 *
 * <p>Whoever reads the folder while it is delivered to finds the releases that were there before,
 * or the new one, too.
 */
public final class LayoutDepot implements Depot, AutoCloseable {
  /** What a delivery that was ended too early can have left in a folder. */
  private static final Set<String> OWN = Set.of("blobs", ImageLayout.INDEX);

  private final Path place;
  private final String label;
  private ImageLayout layout;

  /**
   * Opens a layout.
   *
   * @param place a folder or a file; a folder that is empty or not there can be delivered to
   * @param label how people call it
   * @throws GirdleException if something else lies there
   */
  public LayoutDepot(Path place, String label) {
    this.place = place;
    this.label = label;
    try {
      Optional<ImageLayout> opened =
          Files.exists(place) ? ImageLayout.open(place) : Optional.empty();
      if (opened.isEmpty() && isTaken(place)) {
        throw GirdleException.request(
            label + " is no image layout, so that nothing was ever delivered to it",
            "  A depot is HOST[:PORT]/NAME, or the path of a folder or .tar file of releases.");
      }
      layout = opened.orElse(null);
    } catch (IOException e) {
      throw failed(e);
    }
  }

  private static boolean isTaken(Path place) throws IOException {
    if (!Files.isDirectory(place)) {
      return Files.exists(place);
    }
    try (var all = Files.list(place)) {
      return all.map(f -> f.getFileName().toString())
          .anyMatch(n -> !OWN.contains(n) && !n.startsWith("."));
    }
  }

  @Override
  public String label() {
    return label;
  }

  @Override
  public List<String> names() {
    return List.of();
  }

  private List<Descriptor> all() {
    try {
      return layout == null ? List.of() : layout.all();
    } catch (IOException e) {
      throw failed(e);
    }
  }

  private static String ref(Descriptor one) {
    return one.annotations() == null ? null : one.annotations().get(Annotations.REF);
  }

  @Override
  public List<String> releases() {
    return all().stream().map(LayoutDepot::ref).filter(r -> r != null).toList();
  }

  @Override
  public Optional<Document> document(String reference) {
    try {
      for (Descriptor one : all()) {
        if (reference.equals(ref(one)) || reference.equals(one.digest())) {
          return Optional.of(new Document(one.annotated(null), layout.documentBytes(one)));
        }
      }
      return layout == null ? Optional.empty() : inner(reference);
    } catch (IOException e) {
      throw failed(e);
    }
  }

  /** What only an index of the layout names. */
  private Optional<Document> inner(String digest) throws IOException {
    if (!digest.startsWith("sha256:")) {
      return Optional.empty();
    }
    for (Descriptor one : all()) {
      if (MediaTypes.isIndex(one.mediaType())) {
        ImageIndex index = ImageJson.read(layout.documentBytes(one), ImageIndex.class);
        for (Descriptor inside : index.manifests()) {
          if (inside.digest().equals(digest)) {
            return Optional.of(new Document(inside, layout.documentBytes(inside)));
          }
        }
      }
    }
    return Optional.empty();
  }

  @Override
  public boolean has(Descriptor blob) {
    try {
      return layout != null && layout.find(blob).isPresent();
    } catch (IOException e) {
      throw failed(e);
    }
  }

  @Override
  public InputStream open(Descriptor blob) throws IOException {
    return new CheckedBlob(found().blob(blob).open(), blob, label);
  }

  @Override
  public InputStream open(Descriptor blob, long from, long length) throws IOException {
    return Parts.open(found().blob(blob), from, length);
  }

  private ImageLayout found() throws IOException {
    if (layout == null) {
      throw new IOException(label + " holds nothing");
    }
    return layout;
  }

  @Override
  public void pause(int tries) {
    // what lies on a disk is not better later
  }

  @Override
  public boolean put(Descriptor blob, Content content, LongConsumer sent) throws IOException {
    if (has(blob)) {
      return false;
    }
    WholeFile.write(
        file(blob),
        work -> {
          try (InputStream in = new CheckedBlob(content.open(), blob, label)) {
            Files.copy(in, work);
          }
          return true;
        });
    sent.accept(blob.size());
    return true;
  }

  private Path file(Descriptor blob) {
    return place.resolve("blobs/sha256").resolve(blob.hex());
  }

  @Override
  public void put(Document document, String reference) {
    Descriptor of = document.descriptor();
    try {
      put(of, Content.of(document.bytes()), n -> {});
      List<Descriptor> all = new ArrayList<>(all());
      boolean isNamed = !reference.equals(of.digest());
      Optional<ImageManifest> attached =
          document.read(ImageManifest.class).filter(m -> m.subject() != null);
      if (isNamed) {
        all.removeIf(d -> reference.equals(ref(d)));
        all.removeIf(d -> d.digest().equals(of.digest()) && ref(d) == null);
        all.add(of.annotated(Map.of(Annotations.REF, reference)));
      } else if (attached.isPresent()
          && all.stream().noneMatch(d -> d.digest().equals(of.digest()))) {
        all.add(of.about(attached.get().artifactType()).annotated(attached.get().annotations()));
      } else {
        return; // found by an index
      }
      WholeFile.writeOpen(
          place.resolve(ImageLayout.INDEX), ImageJson.bytes(ImageIndex.of(all, null)));
      if (layout == null) {
        WholeFile.writeOpen(
            place.resolve(ImageLayout.MARK), ImageLayout.VERSION.getBytes(StandardCharsets.UTF_8));
        layout = ImageLayout.open(place).orElseThrow();
      }
    } catch (IOException e) {
      throw failed(e);
    }
  }

  @Override
  public List<Descriptor> attached(Descriptor subject) {
    List<Descriptor> found = new ArrayList<>();
    try {
      for (Descriptor one : all()) {
        if (one.artifactType() != null && ref(one) == null) {
          ImageManifest manifest = layout.manifest(one);
          if (manifest.subject() != null && manifest.subject().digest().equals(subject.digest())) {
            found.add(one);
          }
        }
      }
      return found;
    } catch (IOException e) {
      throw failed(e);
    }
  }

  private GirdleException failed(IOException e) {
    return GirdleException.because(e, label + " cannot be read or written");
  }

  @Override
  public void close() throws IOException {
    if (layout != null) {
      layout.close();
    }
  }
}
