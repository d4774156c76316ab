package dev.girdle.image;

import dev.girdle.fault.GirdleException;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.SourceDate;
import dev.girdle.io.TarWriter;
import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;

/** Image layouts as one tar archive (OCI Image Format Specification 1.1, "Image Layout"). */
public final class ImageArchive {
  private ImageArchive() {}

  /**
   * Puts a layout into one file.
   *
   * @param layout a folder
   * @param tar where to
   * @param date what all entries bear as their time
   * @throws IOException if something cannot be read or written
   */
  public static void pack(Path layout, Path tar, SourceDate date) throws IOException {
    try (TarWriter out =
        new TarWriter(new BufferedOutputStream(Files.newOutputStream(tar)), date)) {
      for (Path file : files(layout)) {
        out.file(layout.relativize(file).toString(), FolderTree.content(file), false);
      }
    }
  }

  /** The short files that tell what it is come first. */
  private static List<Path> files(Path layout) throws IOException {
    try (Stream<Path> all = Files.walk(layout)) {
      List<Path> files = new ArrayList<>(all.filter(Files::isRegularFile).sorted().toList());
      files.sort((a, b) -> Integer.compare(a.getNameCount(), b.getNameCount()));
      return files;
    }
  }

  /**
   * Takes a layout out of one file.
   *
   * @param tar an archive
   * @param layout a folder, which is made
   * @throws IOException if something cannot be read or written
   * @throws GirdleException if an entry would lie elsewhere
   */
  public static void unpack(Path tar, Path layout) throws IOException {
    try (InputStream in = new BufferedInputStream(Files.newInputStream(tar));
        TarArchiveInputStream all = new TarArchiveInputStream(in, "UTF-8")) {
      for (TarArchiveEntry e = all.getNextEntry(); e != null; e = all.getNextEntry()) {
        String problem = Paths.leadsOut(e.getName());
        if (problem != null) {
          throw GirdleException.application(
              tar + ": entry " + Paths.printable(e.getName()) + " " + problem);
        }
        if (e.isFile() && !e.isLink()) {
          Path file = layout.resolve(e.getName());
          Files.createDirectories(file.getParent());
          Files.copy(all, file);
        }
      }
    }
  }
}
