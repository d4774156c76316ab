package dev.girdle.io;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.io.IOException;
import java.io.InputStream;
import java.util.Set;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.apache.commons.compress.archivers.tar.TarConstants;
import org.apache.commons.io.input.CloseShieldInputStream;

/**
 * Reads tar archives that are compressed as a whole, from front to back. Hard links, devices, names
 * and links that lead out and sizes beyond {@link ArchiveBounds} are refused.
 */
public final class TarReader {
  /** A file by its type flag, which in old archives is zero. */
  private static final Set<Integer> PLAIN_FILES =
      Set.of((int) TarConstants.LF_NORMAL, (int) TarConstants.LF_OLDNORM);

  private TarReader() {}

  /** Gets the files. */
  public interface Visitor {
    /**
     * One file.
     *
     * @param path its path in the archive
     * @param content its bytes, which need not be read, and can be read only once and only now
     * @return whether to go on
     * @throws IOException if it cannot be read
     */
    boolean file(String path, Content content) throws IOException;

    /**
     * One symbolic link, which stays inside the archive.
     *
     * @param path its path in the archive
     * @param target where it leads, relative to its folder
     * @return whether to go on
     * @throws IOException if it cannot be made
     */
    default boolean link(String path, String target) throws IOException {
      return true;
    }
  }

  /**
   * Reads an archive.
   *
   * @param in its bytes, able to go back ({@code mark}); not closed
   * @param label how the user calls it, for messages
   * @param visitor gets its files
   * @throws GirdleException if it is damaged or hostile
   * @throws IOException if the visitor fails
   */
  public static void read(InputStream in, String label, Visitor visitor) throws IOException {
    try (TarArchiveInputStream tar = new TarArchiveInputStream(Compression.undo(in), "UTF-8")) {
      int entries = 0;
      for (TarArchiveEntry e = next(tar, label); e != null; e = next(tar, label)) {
        String problem = wrongWith(e, ++entries);
        if (problem != null) {
          throw GirdleException.application(
              label + ": entry " + Paths.printable(e.getName()) + " " + problem,
              "  Nothing was made of it.");
        }
        boolean goesOn =
            e.isDirectory()
                || (e.isSymbolicLink()
                    ? visitor.link(e.getName(), e.getLinkName())
                    : visitor.file(e.getName(), new Passing(e.getSize(), tar)));
        if (!goesOn) {
          return;
        }
      }
    }
  }

  private static TarArchiveEntry next(TarArchiveInputStream tar, String label) {
    try {
      return tar.getNextEntry();
    } catch (IOException | IllegalArgumentException e) {
      throw new GirdleException(
          Fault.APPLICATION,
          e,
          label + " is damaged: " + e.getMessage(),
          "  It was probably cut off while it was copied. Copy it again.");
    }
  }

  private static String wrongWith(TarArchiveEntry entry, int number) {
    ArchiveBounds bounds = ArchiveBounds.SENSIBLE;
    String leads = Paths.leadsOut(entry.getName());
    if (leads != null) {
      return leads;
    }
    if (entry.isSymbolicLink()) {
      return Links.target(entry.getName(), entry.getLinkName()).isPresent()
          ? null
          : "is a link that leads out";
    }
    boolean isPlain = entry.isDirectory() || PLAIN_FILES.contains((int) entry.getLinkFlag());
    if (!isPlain) {
      return "is a hard link or a device";
    }
    if (entry.getSize() > bounds.entryBytes()) {
      return "would have " + entry.getSize() + " bytes, more than can be meant well";
    }
    return number > bounds.entries() ? "is one too many: more than can be meant well" : null;
  }

  /** The bytes that the archive is just at. */
  private record Passing(long size, InputStream tar) implements Content {
    @Override
    public InputStream open() {
      return CloseShieldInputStream.wrap(tar);
    }
  }
}
