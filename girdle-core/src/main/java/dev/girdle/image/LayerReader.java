package dev.girdle.image;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.ArchiveBounds;
import dev.girdle.io.Compression;
import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.apache.commons.io.input.CloseShieldInputStream;

/**
 * Reads layers, also of images that others made (OCI Image Format Specification 1.1, "Image Layer
 * Filesystem Changeset"), from front to back. Names that lead out and sizes beyond {@link
 * ArchiveBounds} are refused.
 */
public final class LayerReader {
  private LayerReader() {}

  /** What an entry of a layer is. */
  public enum Kind {
    /** A regular file. */
    FILE,
    /** A folder. */
    FOLDER,
    /** A symbolic link. */
    LINK,
    /** Another name of a file of the same layer. */
    HARD_LINK,
    /** Something below is gone, by {@code .wh.} and its name, or all of it. */
    REMOVAL,
    /** A device or a pipe. */
    OTHER
  }

  /**
   * One entry.
   *
   * @param path without slashes at its begin and end
   * @param kind what it is
   * @param size bytes of a file; 0 otherwise
   * @param mode its permissions
   * @param owner the number of the user that it belongs to
   * @param target where a link leads; empty otherwise
   * @param content the bytes of a file, which can be read only once and only now
   */
  public record Entry(
      String path, Kind kind, long size, int mode, long owner, String target, Content content) {}

  /** Gets the entries. */
  public interface Visitor {
    /**
     * One entry.
     *
     * @param entry the entry
     * @return whether to go on
     * @throws IOException if it cannot be read
     */
    boolean entry(Entry entry) throws IOException;
  }

  /**
   * Reads a layer.
   *
   * @param blob its bytes, compressed or not
   * @param label how the user calls it, for messages
   * @param visitor gets its entries
   * @throws GirdleException if it is damaged or hostile
   * @throws IOException if the visitor fails
   */
  public static void read(Content blob, String label, Visitor visitor) throws IOException {
    try (InputStream in = new BufferedInputStream(blob.open(), 1 << 16);
        TarArchiveInputStream tar = new TarArchiveInputStream(plain(in), "UTF-8")) {
      int entries = 0;
      for (TarArchiveEntry e = next(tar, label); e != null; e = next(tar, label)) {
        String path = e.getName().replaceFirst("^(\\./|/)+", "").replaceFirst("/+$", "");
        String problem = wrongWith(e, path, ++entries);
        if (problem != null) {
          throw GirdleException.application(
              label + ": entry " + Paths.printable(e.getName()) + " " + problem);
        }
        boolean isTop = path.isEmpty() || path.equals(".");
        if (!isTop && !visitor.entry(entry(e, path, tar))) {
          return;
        }
      }
    }
  }

  private static InputStream plain(InputStream in) throws IOException {
    in.mark(16);
    byte[] head = in.readNBytes(8);
    in.reset();
    return Compression.isOne(head) ? Compression.undo(in) : in;
  }

  private static TarArchiveEntry next(TarArchiveInputStream tar, String label) {
    try {
      return tar.getNextEntry();
    } catch (IOException | IllegalArgumentException e) {
      throw new GirdleException(
          Fault.APPLICATION, e, label + " is damaged: " + e.getMessage(), "  Copy it again.");
    }
  }

  private static String wrongWith(TarArchiveEntry entry, String path, int number) {
    String leads = path.isEmpty() ? null : Paths.leadsOut(path);
    if (leads != null) {
      return leads;
    }
    if (entry.getSize() > ArchiveBounds.SENSIBLE.entryBytes()) {
      return "would have " + entry.getSize() + " bytes, more than can be meant well";
    }
    return number > ArchiveBounds.SENSIBLE.entries()
        ? "is one too many: more than can be meant well"
        : null;
  }

  private static Entry entry(TarArchiveEntry entry, String path, TarArchiveInputStream tar) {
    Kind kind = kind(entry, path);
    boolean isLink = kind == Kind.LINK || kind == Kind.HARD_LINK;
    long size = kind == Kind.FILE ? entry.getSize() : 0;
    return new Entry(
        path,
        kind,
        size,
        entry.getMode() & 07777,
        entry.getLongUserId(),
        isLink ? entry.getLinkName() : "",
        new Passing(size, tar));
  }

  private static Kind kind(TarArchiveEntry entry, String path) {
    if (Paths.fileName(path).startsWith(".wh.")) {
      return Kind.REMOVAL;
    }
    if (entry.isDirectory()) {
      return Kind.FOLDER;
    }
    if (entry.isSymbolicLink()) {
      return Kind.LINK;
    }
    if (entry.isLink()) {
      return Kind.HARD_LINK;
    }
    return entry.isFile() && !entry.isFIFO() && !entry.isBlockDevice() && !entry.isCharacterDevice()
        ? Kind.FILE
        : Kind.OTHER;
  }

  /** The bytes that the archive is just at. */
  private record Passing(long size, InputStream tar) implements Content {
    @Override
    public InputStream open() {
      return CloseShieldInputStream.wrap(tar);
    }
  }
}
