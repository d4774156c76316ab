package dev.girdle.shelf;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.UnreadableException;
import dev.girdle.io.ArchiveBounds;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.PromisedStream;
import dev.girdle.io.TreeFile;
import java.io.BufferedInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.compressors.gzip.GzipCompressorInputStream;

/**
 * Unpacks runtimes as their builders pack them. Symbolic links inside become copies of what they
 * lead to; a name or link that leads out, or a device, is refused.
 */
final class RuntimeArchive {
  /** Bytes of all its files together; the largest runtime has half a gigabyte. */
  private static final long LARGEST = 8L << 30;

  /** Bytes; no usual file system has longer names. */
  private static final int LONGEST_NAME = 255;

  private final Path folder;
  private final Map<String, String> links = new LinkedHashMap<>();
  private final List<String> problems = new ArrayList<>();
  private int entries;
  private long promised;

  private RuntimeArchive(Path folder) {
    this.folder = folder;
  }

  /** Copies a folder, or unpacks an archive, into a new folder. */
  static void copy(Path source, Path folder) throws IOException {
    Files.createDirectories(folder);
    String name = source.getFileName().toString();
    if (Files.isDirectory(source)) {
      copyFolder(source, folder);
    } else if (name.endsWith(".zip")) {
      new RuntimeArchive(folder).unzip(source);
    } else {
      new RuntimeArchive(folder).untar(source);
    }
  }

  private static void copyFolder(Path source, Path folder) throws IOException {
    try (FolderTree tree = FolderTree.of(source, path -> true)) {
      for (TreeFile file : tree.files()) {
        Path target = folder.resolve(file.path());
        Files.createDirectories(target.getParent());
        try (InputStream in = file.content().open()) {
          Files.copy(in, target);
        }
        permit(target, Files.isExecutable(source.resolve(file.path())));
      }
    }
  }

  private void untar(Path source) throws IOException {
    try (InputStream file = new BufferedInputStream(FolderTree.content(source).open());
        InputStream in = gunzipped(file, source);
        TarArchiveInputStream tar = new TarArchiveInputStream(in, "UTF-8")) {
      for (TarArchiveEntry e = next(tar, source); e != null; e = next(tar, source)) {
        if (!isFit(e.getName(), e.getSize())) {
          continue;
        }
        if (e.isSymbolicLink()) {
          links.put(e.getName(), e.getLinkName());
        } else if (e.isLink() || e.isCharacterDevice() || e.isBlockDevice() || e.isFIFO()) {
          problems.add(e.getName() + " is a link or a device");
        } else if (!e.isDirectory()) {
          write(e.getName(), reading(tar, source), (e.getMode() & 0100) != 0);
        }
      }
      reading(in, source).transferTo(OutputStream.nullOutputStream()); // its checksum is at its end
    }
    finish(source);
  }

  private static InputStream gunzipped(InputStream file, Path source) throws UnreadableException {
    try {
      return GzipCompressorInputStream.builder()
          .setInputStream(file)
          .setDecompressConcatenated(true)
          .get();
    } catch (IOException e) {
      throw damaged(source, e);
    }
  }

  private static TarArchiveEntry next(TarArchiveInputStream tar, Path source)
      throws UnreadableException {
    try {
      return tar.getNextEntry();
    } catch (IOException | IllegalArgumentException e) {
      throw damaged(source, e);
    }
  }

  private static UnreadableException damaged(Path source, Exception cause) {
    return new UnreadableException(
        Fault.APPLICATION,
        source.toString(),
        "is damaged, or no archive of a runtime: " + cause.getMessage(),
        cause);
  }

  /** What cannot be unpacked is no failure of writing. */
  private static InputStream reading(InputStream in, Path source) {
    return new FilterInputStream(in) {
      @Override
      public int read() throws IOException {
        throw new UnsupportedOperationException("whole arrays are read");
      }

      @Override
      public int read(byte[] buffer, int from, int length) throws IOException {
        try {
          return in.read(buffer, from, length);
        } catch (IOException | IllegalArgumentException e) {
          throw damaged(source, e);
        }
      }

      @Override
      public void close() {
        // there is more to read
      }
    };
  }

  private void unzip(Path source) throws IOException {
    try (SeekableByteChannel channel = FolderTree.channel(source);
        ZipFile zip = zip(channel, source)) {
      for (ZipArchiveEntry e : Collections.list(zip.getEntries())) {
        if (isFit(e.getName(), e.getSize()) && !e.isDirectory()) {
          if (e.isUnixSymlink()) {
            links.put(e.getName(), zip.getUnixSymlink(e));
            continue;
          }
          String what = source + ": entry " + e.getName();
          try (InputStream in =
              new PromisedStream(entry(zip, e, source), e.getSize(), e.getCrc(), what)) {
            write(e.getName(), in, (e.getUnixMode() & 0100) != 0);
          }
        }
      }
    }
    finish(source);
  }

  private static ZipFile zip(SeekableByteChannel channel, Path source) throws UnreadableException {
    try {
      return ZipFile.builder().setSeekableByteChannel(channel).get();
    } catch (IOException | IllegalArgumentException e) {
      throw damaged(source, e);
    }
  }

  private static InputStream entry(ZipFile zip, ZipArchiveEntry entry, Path source)
      throws UnreadableException {
    try {
      return zip.getInputStream(entry);
    } catch (IOException e) {
      throw damaged(source, e);
    }
  }

  private boolean isFit(String name, long size) {
    ArchiveBounds bounds = ArchiveBounds.SENSIBLE;
    String leads = Paths.leadsOut(name);
    promised += Math.max(size, 0);
    if (leads != null) {
      problems.add(Paths.printable(name) + " " + leads);
    } else if (isTooLong(name)) {
      problems.add(Paths.printable(name.substring(0, LONGEST_NAME)) + "... has too long a name");
    } else if (size > bounds.entryBytes() || promised > LARGEST || ++entries > bounds.entries()) {
      problems.add(Paths.printable(name) + " is more than any runtime has");
    }
    return problems.isEmpty();
  }

  private static boolean isTooLong(String name) {
    return Arrays.stream(name.split("/"))
        .anyMatch(part -> part.getBytes(StandardCharsets.UTF_8).length > LONGEST_NAME);
  }

  private void write(String name, InputStream in, boolean executable) throws IOException {
    Path target = folder.resolve(name);
    try {
      Files.createDirectories(target.getParent());
      Files.copy(in, target);
    } catch (FileAlreadyExistsException e) {
      problems.add(Paths.printable(name) + " is there twice, or in something that is no folder");
      return;
    }
    permit(target, executable);
  }

  private static void permit(Path file, boolean executable) throws IOException {
    if (file.getFileSystem().supportedFileAttributeViews().contains("posix")) {
      Files.setPosixFilePermissions(
          file, PosixFilePermissions.fromString(executable ? "rwxr-xr-x" : "rw-r--r--"));
    }
  }

  private void finish(Path source) throws IOException {
    for (Map.Entry<String, String> link : links.entrySet()) {
      Path from = folder.resolve(link.getKey());
      Path to = from.getParent().resolve(link.getValue()).normalize();
      if (link.getValue().startsWith("/") || !to.startsWith(folder)) {
        problems.add(link.getKey() + " is a link that leads out: " + link.getValue());
      } else if (Files.isRegularFile(to)) {
        Files.createDirectories(from.getParent());
        Files.copy(to, from);
        permit(from, Files.isExecutable(to));
      }
    }
    if (!problems.isEmpty()) {
      throw GirdleException.application(
          source + " is not unpacked: entry " + problems.get(0),
          "  Fetch it again from those who built it.");
    }
  }
}
