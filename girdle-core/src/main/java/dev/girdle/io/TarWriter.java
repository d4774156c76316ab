package dev.girdle.io;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.attribute.FileTime;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.archivers.tar.TarConstants;

/**
 * Writes a tar archive (POSIX.1-2017, {@code pax}): the same bytes for the same files. It tells of
 * no system that it was made on; all belongs to user and group 0, which have no names, but where a
 * folder is given to somebody. Folders stand before what is in them, each once.
 */
public final class TarWriter implements AutoCloseable {
  private static final int FILE = 0100644;
  private static final int EXECUTABLE = 0100755;
  private static final int FOLDER = 040000;
  private static final int OPEN_FOLDER = 0755;
  private static final int LINK = 0120777;

  private final TarArchiveOutputStream tar;
  private final FileTime time;
  private final Set<String> folders = new HashSet<>();
  private final Optional<Members> members;

  /**
   * Begins an archive.
   *
   * @param out where to; closed with the archive. If it is made of members, larger files get one of
   *     their own
   * @param date what all entries bear as their time
   */
  public TarWriter(OutputStream out, SourceDate date) {
    members = out instanceof Members m ? Optional.of(m) : Optional.empty();
    tar = new TarArchiveOutputStream(out, "UTF-8");
    tar.setLongFileMode(TarArchiveOutputStream.LONGFILE_POSIX);
    tar.setBigNumberMode(TarArchiveOutputStream.BIGNUMBER_POSIX);
    tar.setAddPaxHeadersForNonAsciiNames(true);
    time = FileTime.from(date.instant());
  }

  /**
   * Adds a file, and the folders that it lies in.
   *
   * @param path with slashes
   * @param content its bytes
   * @param executable whether it may be executed
   * @return its SHA-256 digest
   * @throws IOException if something cannot be read or written
   */
  public String file(String path, Content content, boolean executable) throws IOException {
    addFolders(path);
    TarArchiveEntry entry = new TarArchiveEntry(path);
    entry.setSize(content.size());
    put(entry, executable ? EXECUTABLE : FILE, 0);
    Optional<Members> own = members.filter(m -> content.size() >= m.worthwhile());
    if (own.isPresent()) {
      own.get().next(); // not with its head, in which the release may stand
    }
    try (InputStream in = content.open()) {
      String digest = Sha256.copy(in, tar);
      tar.closeArchiveEntry();
      if (own.isPresent()) {
        own.get().next();
      }
      return digest;
    }
  }

  /**
   * Adds a symbolic link, and the folders that it lies in.
   *
   * @param path with slashes
   * @param target where it leads
   * @throws IOException if it cannot be written
   */
  public void link(String path, String target) throws IOException {
    addFolders(path);
    TarArchiveEntry entry = new TarArchiveEntry(path, TarConstants.LF_SYMLINK);
    entry.setLinkName(target);
    put(entry, LINK, 0);
    tar.closeArchiveEntry();
  }

  /**
   * Adds a folder that is not like the others. Nothing that lies in it may have been added before.
   *
   * @param path with slashes, none at its end
   * @param mode its permissions: {@code 01777}
   * @param owner the numbers of the user and group that it belongs to
   * @throws IOException if it cannot be written
   */
  public void folder(String path, int mode, int owner) throws IOException {
    addFolders(path);
    if (folders.add(path + "/")) {
      put(new TarArchiveEntry(path + "/"), FOLDER | mode, owner);
      tar.closeArchiveEntry();
    }
  }

  private void addFolders(String path) throws IOException {
    for (int slash = path.indexOf('/'); slash >= 0; slash = path.indexOf('/', slash + 1)) {
      String folder = path.substring(0, slash + 1);
      if (folders.add(folder)) {
        put(new TarArchiveEntry(folder), FOLDER | OPEN_FOLDER, 0);
        tar.closeArchiveEntry();
      }
    }
  }

  private void put(TarArchiveEntry entry, int mode, int owner) throws IOException {
    entry.setMode(mode);
    entry.setIds(owner, owner);
    entry.setNames("", "");
    entry.setLastModifiedTime(time);
    tar.putArchiveEntry(entry);
  }

  /** Ends the archive and closes what it is written to. */
  @Override
  public void close() throws IOException {
    tar.close();
  }
}
