package dev.girdle.depot;

import dev.girdle.depot.pieces.PieceDocuments;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageJson;
import dev.girdle.image.ImageLayout;
import dev.girdle.image.MediaTypes;
import dev.girdle.io.Content;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import java.util.function.LongConsumer;

/**
 * Where releases of one name are kept: a registry ({@link RegistryDepot}), or an image layout, for
 * places without a network ({@link LayoutDepot}). Documents that are taken from it are held against
 * their digests before anybody sees them.
 */
public interface Depot {
  /** No document that was meant well is larger, in bytes. */
  int LARGEST_DOCUMENT = 8 << 20;

  /** How often a part is asked for again when the line breaks. */
  int TRIES = 12;

  /**
   * A manifest or an index as it is there.
   *
   * @param descriptor what it is
   * @param bytes the document
   */
  record Document(Descriptor descriptor, byte[] bytes) {
    /**
     * What it says.
     *
     * @param <T> what it is
     * @param type the record that it is read as
     * @return empty if it is no such document
     */
    public <T> Optional<T> read(Class<T> type) {
      try {
        return Optional.of(ImageJson.read(bytes, type));
      } catch (IOException e) {
        return Optional.empty();
      }
    }

    /**
     * A document as it stands in an image layout.
     *
     * @param layout the layout
     * @param of where it is; one that does not say what it is, is a manifest
     * @return the document
     * @throws IOException if it cannot be read
     */
    static Document in(ImageLayout layout, Descriptor of) throws IOException {
      String type = of.mediaType() == null ? MediaTypes.MANIFEST : of.mediaType();
      return new Document(Descriptor.of(type, of.digest(), of.size()), layout.documentBytes(of));
    }

    /**
     * A document of JSON.
     *
     * @param mediaType what it is called
     * @param document one of the records of images
     * @return the document with its descriptor
     */
    public static Document of(String mediaType, Object document) {
      byte[] bytes = ImageJson.bytes(document);
      return new Document(Descriptor.of(mediaType, bytes), bytes);
    }
  }

  /**
   * How people call it.
   *
   * @return host, port and name; or a path
   */
  String label();

  /**
   * The names that it holds.
   *
   * @return in its order; empty if it does not tell
   */
  List<String> names();

  /**
   * The releases of the name.
   *
   * @return as they were named, in the depot's order; empty if there is no such name
   */
  List<String> releases();

  /**
   * A manifest or index.
   *
   * @param reference a release or a digest
   * @return empty if there is none
   */
  Optional<Document> document(String reference);

  /**
   * Whether it has some bytes.
   *
   * @param blob which
   * @return true if they need not be sent
   */
  boolean has(Descriptor blob);

  /**
   * Bytes of it. They are held against their digest as they are read: who reads to the end without
   * an error has the right ones.
   *
   * @param blob which
   * @return a stream to be closed
   * @throws IOException if they cannot be had
   */
  InputStream open(Descriptor blob) throws IOException;

  /**
   * Some bytes of a blob, which are held against nothing: who reads them has to know what they are.
   *
   * @param blob which
   * @param from the first byte
   * @param length how many
   * @return a stream to be closed, which can end too early
   * @throws IOException if they cannot be had
   */
  InputStream open(Descriptor blob, long from, long length) throws IOException;

  /**
   * Waits before something that did not go well is tried again.
   *
   * @param tries how often it was tried
   */
  void pause(int tries);

  /**
   * Sends bytes, if it does not have them.
   *
   * @param blob what they are
   * @param content the bytes
   * @param sent is told how many more went over the line
   * @return whether they were sent
   * @throws IOException if they cannot be read
   */
  boolean put(Descriptor blob, Content content, LongConsumer sent) throws IOException;

  /**
   * Puts a manifest or index.
   *
   * @param document the document
   * @param reference the release that it is found by; its digest if nobody is to find it so
   */
  void put(Document document, String reference);

  /**
   * What is attached to a manifest ("Listing Referrers"), also where the depot knows nothing of
   * that ("Referrers Tag Schema").
   *
   * @param subject the manifest
   * @return manifests that name it as their subject
   */
  List<Descriptor> attached(Descriptor subject);

  /**
   * A list or table of pieces.
   *
   * @param <T> what it is
   * @param blob which
   * @param type {@link dev.girdle.depot.pieces.PieceList} or {@link
   *     dev.girdle.depot.pieces.PieceTable}
   * @return what it says
   * @throws IOException if it cannot be had, or is none
   */
  default <T> T read(Descriptor blob, Class<T> type) throws IOException {
    return PieceDocuments.read(bytes(blob, PieceDocuments.LARGEST), type);
  }

  /**
   * All bytes of a small part; asked for again if the line breaks.
   *
   * @param blob which
   * @param largest the most bytes that it can have if it was meant well
   * @return its bytes
   * @throws IOException if they cannot be had
   */
  default byte[] bytes(Descriptor blob, long largest) throws IOException {
    if (blob.size() > largest) {
      throw DepotException.unreachable(
          label(), "has a part " + blob.digest() + " that is larger than can be meant well");
    }
    for (int i = 0; ; i++) {
      try (InputStream in = open(blob)) {
        return in.readAllBytes();
      } catch (IOException e) {
        if (i == TRIES) {
          throw e;
        }
        pause(Math.min(i, 3));
      }
    }
  }
}
