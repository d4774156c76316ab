package dev.girdle.layout;

import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.SourceDate;
import dev.girdle.io.TarWriter;
import dev.girdle.io.ZipWriter;
import dev.girdle.place.Scratch;
import dev.girdle.plan.Placement;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** The files of an application as one archive, the same bytes each time. */
public final class InnerArchive {
  private InnerArchive() {}

  /**
   * Packs files. It is made at once, into a temporary file, since its size has to be known before
   * it is written out.
   *
   * @param files what goes in, by paths in the archive
   * @param links symbolic links, which stay such
   * @param kind what it is
   * @return the archive
   * @throws IOException if something cannot be read, or there is no room
   */
  public static Content of(List<LayoutFile> files, List<LayoutLink> links, Placement.Kind kind)
      throws IOException {
    Path place = Scratch.path("." + kind.text());
    SourceDate date = SourceDate.of(System.getenv("SOURCE_DATE_EPOCH"));
    if (kind == Placement.Kind.ZIP) {
      zip(files, links, place, date);
    } else {
      tar(files, links, place, date);
    }
    return FolderTree.content(place);
  }

  private static void zip(
      List<LayoutFile> files, List<LayoutLink> links, Path place, SourceDate date)
      throws IOException {
    try (ZipWriter zip = new ZipWriter(place, date)) {
      for (LayoutFile file : files) {
        if (file.packing() == Packing.STORED) {
          zip.store(file.path(), file.content(), file.executable());
        } else {
          zip.compress(file.path(), file.content(), file.executable());
        }
      }
      for (LayoutLink link : links) {
        zip.link(link.path(), link.target());
      }
    }
  }

  private static void tar(
      List<LayoutFile> files, List<LayoutLink> links, Path place, SourceDate date)
      throws IOException {
    OutputStream out = new BufferedOutputStream(Files.newOutputStream(place));
    try (TarWriter tar = new TarWriter(out, date)) {
      for (LayoutFile file : files) {
        tar.file(file.path(), file.content(), file.executable());
      }
      for (LayoutLink link : links) {
        tar.link(link.path(), link.target());
      }
    }
  }
}
