package dev.girdle.form;

import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import dev.girdle.io.Sha256;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.LongConsumer;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.archivers.tar.TarConstants;

/**
 * Writes one tar archive (POSIX.1-2017, {@code pax}), compressed as a whole. It names no owner, and
 * tells of no system that it was made on.
 */
public final class TarForm implements Form {
  private static final int FILE = 0100644;
  private static final int EXECUTABLE = 0100755;
  private static final int FOLDER = 040755;
  private static final int LINK = 0120777;

  private final Pack pack;

  /**
   * Creates the form.
   *
   * @param pack how the files are packed
   */
  public TarForm(Pack pack) {
    this.pack = pack;
  }

  @Override
  public void write(
      Layout layout,
      Path place,
      Function<List<WrittenFile>, byte[]> accounts,
      LongConsumer progress)
      throws IOException {
    OutputStream plain =
        new BufferedOutputStream(Files.newOutputStream(place, StandardOpenOption.CREATE_NEW));
    try (TarArchiveOutputStream tar =
        new TarArchiveOutputStream(pack.compression().over(plain, pack.level()), "UTF-8")) {
      tar.setLongFileMode(TarArchiveOutputStream.LONGFILE_POSIX);
      tar.setBigNumberMode(TarArchiveOutputStream.BIGNUMBER_POSIX);
      tar.setAddPaxHeadersForNonAsciiNames(true);
      List<WrittenFile> written = new ArrayList<>();
      Set<String> folders = new HashSet<>();
      for (LayoutFile file : layout.files()) {
        written.add(new WrittenFile(file, write(tar, file, folders)));
        progress.accept(file.content().size());
      }
      for (LayoutLink link : layout.links()) {
        String path = pack.top() + link.path();
        addFolders(tar, Paths.folder(path), folders);
        TarArchiveEntry entry = new TarArchiveEntry(path, TarConstants.LF_SYMLINK);
        entry.setLinkName(link.target());
        tar.putArchiveEntry(settled(entry, LINK));
        tar.closeArchiveEntry();
      }
      write(tar, LayoutFile.made(layout.recordPath(), accounts.apply(written), ""), folders);
    }
    Permissions.plain(place);
  }

  private String write(TarArchiveOutputStream tar, LayoutFile file, Set<String> folders)
      throws IOException {
    String path = pack.top() + file.path();
    addFolders(tar, Paths.folder(path), folders);
    Content content = file.content();
    TarArchiveEntry entry = entry(path, file.executable() ? EXECUTABLE : FILE);
    entry.setSize(content.size());
    tar.putArchiveEntry(entry);
    try (InputStream in = content.open()) {
      String digest = Sha256.copy(in, tar);
      tar.closeArchiveEntry();
      return digest;
    }
  }

  private void addFolders(TarArchiveOutputStream tar, String folder, Set<String> there)
      throws IOException {
    for (int slash = folder.indexOf('/'); slash >= 0; slash = folder.indexOf('/', slash + 1)) {
      String path = folder.substring(0, slash + 1);
      if (there.add(path)) {
        tar.putArchiveEntry(entry(path, FOLDER));
        tar.closeArchiveEntry();
      }
    }
  }

  private TarArchiveEntry entry(String path, int mode) {
    return settled(new TarArchiveEntry(path), mode);
  }

  private TarArchiveEntry settled(TarArchiveEntry entry, int mode) {
    entry.setMode(mode);
    entry.setIds(0, 0);
    entry.setNames("", "");
    entry.setLastModifiedTime(FileTime.from(pack.date().instant()));
    return entry;
  }
}
