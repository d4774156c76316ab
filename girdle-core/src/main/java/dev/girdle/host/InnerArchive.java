package dev.girdle.host;

import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.SourceDate;
import dev.girdle.io.ZipWriter;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.place.Scratch;
import dev.girdle.plan.Placement;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.archivers.tar.TarConstants;

/** The files of an application as one archive, the same bytes each time. */
final class InnerArchive {
  private InnerArchive() {}

  /** Into a temporary file, since its size has to be known before it is written out. */
  static Content of(List<LayoutFile> files, List<LayoutLink> links, Placement.Kind kind)
      throws IOException {
    Path place = Scratch.path("." + kind.text());
    SourceDate date = SourceDate.of(System.getenv("SOURCE_DATE_EPOCH"));
    if (kind == Placement.Kind.ZIP) {
      try (ZipWriter zip = new ZipWriter(place, date)) {
        for (LayoutFile file : files) {
          zip.compress(file.path(), file.content(), file.executable());
        }
        for (LayoutLink link : links) {
          zip.link(link.path(), link.target());
        }
      }
    } else {
      tar(files, links, place, date);
    }
    return FolderTree.content(place);
  }

  private static void tar(
      List<LayoutFile> files, List<LayoutLink> links, Path place, SourceDate date)
      throws IOException {
    try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(place));
        TarArchiveOutputStream tar = new TarArchiveOutputStream(out, "UTF-8")) {
      tar.setLongFileMode(TarArchiveOutputStream.LONGFILE_POSIX);
      tar.setBigNumberMode(TarArchiveOutputStream.BIGNUMBER_POSIX);
      tar.setAddPaxHeadersForNonAsciiNames(true);
      for (LayoutFile file : files) {
        TarArchiveEntry entry = new TarArchiveEntry(file.path());
        entry.setSize(file.content().size());
        tar.putArchiveEntry(settled(entry, file.executable() ? 0100755 : 0100644, date));
        try (InputStream in = file.content().open()) {
          in.transferTo(tar);
        }
        tar.closeArchiveEntry();
      }
      for (LayoutLink link : links) {
        TarArchiveEntry entry = new TarArchiveEntry(link.path(), TarConstants.LF_SYMLINK);
        entry.setLinkName(link.target());
        tar.putArchiveEntry(settled(entry, 0120777, date));
        tar.closeArchiveEntry();
      }
    }
  }

  private static TarArchiveEntry settled(TarArchiveEntry entry, int mode, SourceDate date) {
    entry.setMode(mode);
    entry.setIds(0, 0);
    entry.setNames("", "");
    entry.setLastModifiedTime(FileTime.from(date.instant()));
    return entry;
  }
}
