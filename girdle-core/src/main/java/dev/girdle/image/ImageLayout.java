package dev.girdle.image;

import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarFile;

/**
 * An image layout that is read: a folder, or one tar archive (OCI Image Format Specification 1.1,
 * "Image Layout"). Documents are held against their digests before they are read.
 */
public final class ImageLayout implements AutoCloseable {
  /** The file that says that it is one. */
  public static final String MARK = "oci-layout";

  /** What stands in that file. */
  public static final String VERSION = "{\"imageLayoutVersion\":\"1.0.0\"}";

  /** The file that all is found from. */
  public static final String INDEX = "index.json";

  /** What is larger is no document that was meant well. */
  private static final int LARGEST_DOCUMENT = 8 << 20;

  private static final int DEEPEST = 4;
  private static final Pattern DIGEST = Pattern.compile("sha256:[0-9a-f]{64}");

  private final String label;
  private final Store store;

  /** Where files of a layout are. */
  private interface Store extends AutoCloseable {
    Optional<Content> file(String path) throws IOException;

    @Override
    void close() throws IOException;
  }

  private record Folder(Path folder) implements Store {
    @Override
    public Optional<Content> file(String path) {
      Path file = folder.resolve(path);
      return Files.isRegularFile(file) ? Optional.of(FolderTree.content(file)) : Optional.empty();
    }

    @Override
    public void close() {
      // nothing is open
    }
  }

  private record Tar(TarFile tar, Map<String, TarArchiveEntry> entries) implements Store {
    @Override
    public Optional<Content> file(String path) {
      return Optional.ofNullable(entries.get(path)).map(e -> new InTar(tar, e));
    }

    @Override
    public void close() throws IOException {
      tar.close();
    }
  }

  private record InTar(TarFile tar, TarArchiveEntry entry) implements Content {
    @Override
    public long size() {
      return entry.getSize();
    }

    @Override
    public InputStream open() throws IOException {
      return tar.getInputStream(entry);
    }
  }

  private ImageLayout(String label, Store store) {
    this.label = label;
    this.store = store;
  }

  /**
   * Opens a layout.
   *
   * @param place a folder or file
   * @return empty if it is no image layout
   * @throws IOException if it cannot be read
   */
  public static Optional<ImageLayout> open(Path place) throws IOException {
    if (Files.isDirectory(place)) {
      return Files.isRegularFile(place.resolve(MARK))
          ? Optional.of(new ImageLayout(place.toString(), new Folder(place)))
          : Optional.empty();
    }
    if (!isTar(place)) {
      return Optional.empty();
    }
    TarFile tar = new TarFile(place.toFile());
    Map<String, TarArchiveEntry> entries = new HashMap<>();
    for (TarArchiveEntry entry : tar.getEntries()) {
      if (entry.isFile() && !entry.isLink()) {
        entries.put(entry.getName().replaceFirst("^\\./", ""), entry);
      }
    }
    if (!entries.containsKey(MARK)) {
      tar.close();
      return Optional.empty();
    }
    return Optional.of(new ImageLayout(place.toString(), new Tar(tar, entries)));
  }

  /** By the magic word of POSIX archives, which stands in the first header. */
  private static boolean isTar(Path file) throws IOException {
    if (!Files.isRegularFile(file)) {
      return false;
    }
    try (InputStream in = Files.newInputStream(file)) {
      byte[] head = in.readNBytes(265);
      return head.length == 265
          && new String(head, 257, 5, java.nio.charset.StandardCharsets.ISO_8859_1).equals("ustar");
    }
  }

  /**
   * Whether there is an image layout.
   *
   * @param place a folder or file
   * @return false also if it cannot be read
   */
  public static boolean isOne(Path place) {
    try (ImageLayout layout = open(place).orElse(null)) {
      return layout != null;
    } catch (IOException e) {
      return false;
    }
  }

  static String pathOf(String digest) {
    return "blobs/" + digest.replace(':', '/');
  }

  /**
   * What stands in the layout: images, indexes of such, and what is attached to them.
   *
   * @return at least one
   * @throws IOException if it cannot be read
   */
  public List<Descriptor> all() throws IOException {
    Content index = store.file(INDEX).orElseThrow(() -> damaged("has no " + INDEX));
    List<Descriptor> all =
        ImageJson.read(index.bytes(LARGEST_DOCUMENT), ImageIndex.class).manifests();
    if (all.isEmpty()) {
      throw damaged("holds no image");
    }
    return all;
  }

  /**
   * The images, those for several platforms each by itself.
   *
   * @return their manifests, in the order in which they stand there; nothing that is attached
   * @throws IOException if it cannot be read
   */
  public List<Descriptor> images() throws IOException {
    List<Descriptor> images = new ArrayList<>();
    collect(all(), images, 0);
    return images;
  }

  private void collect(List<Descriptor> from, List<Descriptor> to, int depth) throws IOException {
    for (Descriptor one : from) {
      if (MediaTypes.isIndex(one.mediaType()) && depth < DEEPEST) {
        collect(document(one, ImageIndex.class).manifests(), to, depth + 1);
      } else if (MediaTypes.isManifest(one.mediaType()) && one.artifactType() == null) {
        to.add(one);
      }
    }
  }

  /**
   * The image for a platform, as its configuration has it.
   *
   * @param platform what it has to run on
   * @return the first; empty if there is none
   * @throws IOException if the images cannot be read
   */
  public Optional<Descriptor> image(Platform platform) throws IOException {
    for (Descriptor one : images()) {
      ImageConfig config = config(manifest(one));
      if (platform.equals(new Platform(config.architecture(), config.os(), null, null))) {
        return Optional.of(one);
      }
    }
    return Optional.empty();
  }

  /**
   * A document that is attached to an image.
   *
   * @param image the image; null for the first that has one
   * @param type what it is
   * @return its bytes; empty if there is none
   * @throws IOException if it cannot be read
   */
  public Optional<byte[]> attached(Descriptor image, String type) throws IOException {
    for (Descriptor one : all()) {
      if (!type.equals(one.artifactType())) {
        continue;
      }
      ImageManifest manifest = manifest(one);
      boolean isOfIt =
          image == null
              || manifest.subject() != null && manifest.subject().digest().equals(image.digest());
      if (isOfIt && !manifest.layers().isEmpty()) {
        return Optional.of(checked(manifest.layers().get(0), Integer.MAX_VALUE >> 3));
      }
    }
    return Optional.empty();
  }

  /**
   * A manifest.
   *
   * @param of where it is
   * @return what it says
   * @throws IOException if it cannot be read
   */
  public ImageManifest manifest(Descriptor of) throws IOException {
    return document(of, ImageManifest.class);
  }

  /**
   * The configuration of an image.
   *
   * @param manifest of the image
   * @return what it says
   * @throws IOException if it cannot be read
   */
  public ImageConfig config(ImageManifest manifest) throws IOException {
    if (manifest.config() == null) {
      throw damaged("an image of it has no configuration");
    }
    return document(manifest.config(), ImageConfig.class);
  }

  private <T> T document(Descriptor of, Class<T> type) throws IOException {
    try {
      return ImageJson.read(checked(of, LARGEST_DOCUMENT), type);
    } catch (com.fasterxml.jackson.core.JsonProcessingException e) {
      throw damaged("the document " + of.digest() + " cannot be read");
    }
  }

  /**
   * A document as it stands there, held against its digest.
   *
   * @param of where it is
   * @return its bytes
   * @throws IOException if it cannot be read
   */
  public byte[] documentBytes(Descriptor of) throws IOException {
    return checked(of, LARGEST_DOCUMENT);
  }

  private byte[] checked(Descriptor of, int largest) throws IOException {
    Content blob = blob(of);
    if (blob.size() > largest) {
      throw damaged(of.digest() + " is larger than can be meant well");
    }
    byte[] bytes = blob.bytes(largest);
    if (!Descriptor.digest(bytes).equals(of.digest())) {
      throw damaged(of.digest() + " has other bytes than its name says");
    }
    return bytes;
  }

  /**
   * Bytes that are held against nothing yet.
   *
   * @param of where they are
   * @return the bytes
   * @throws IOException if they cannot be found
   * @throws GirdleException if they are not there, or not as many as there should be
   */
  public Content blob(Descriptor of) throws IOException {
    return find(of).orElseThrow(() -> damaged("does not hold " + of.digest() + ", which it names"));
  }

  /**
   * Bytes that are held against nothing yet, if they are there.
   *
   * @param of where they are
   * @return empty if they cannot be found
   * @throws IOException if they cannot be looked for
   * @throws GirdleException if they are not as many as there should be
   */
  public Optional<Content> find(Descriptor of) throws IOException {
    if (of.digest() == null || !DIGEST.matcher(of.digest()).matches()) {
      throw damaged("names bytes by " + Paths.printable(String.valueOf(of.digest())));
    }
    Optional<Content> blob = store.file(pathOf(of.digest()));
    if (blob.isPresent() && blob.get().size() != of.size()) {
      throw damaged(of.digest() + " has " + blob.get().size() + " bytes in place of " + of.size());
    }
    return blob;
  }

  private GirdleException damaged(String why) {
    return GirdleException.application(label + " is no sound image layout: " + why);
  }

  @Override
  public void close() throws IOException {
    store.close();
  }
}
