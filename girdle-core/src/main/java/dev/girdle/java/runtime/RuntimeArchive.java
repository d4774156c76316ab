package dev.girdle.java.runtime;

import dev.girdle.fault.GirdleException;
import dev.girdle.io.ArchiveBounds;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.TreeFile;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
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
  private static final int DEEPEST_HOME = 4;

  private final Path folder;
  private final Map<String, String> links = new LinkedHashMap<>();
  private final List<String> problems = new ArrayList<>();
  private int entries;

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

  /** Where in what was unpacked the runtime itself is: some builders put it into a bundle. */
  static Optional<JavaHome> homeIn(Path folder) {
    try (Stream<Path> all = Files.walk(folder, DEEPEST_HOME)) {
      return all.filter(p -> p.endsWith("release"))
          .sorted()
          .map(p -> JavaHome.at(p.getParent()))
          .flatMap(Optional::stream)
          .findFirst();
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private void untar(Path source) throws IOException {
    try (InputStream in = new BufferedInputStream(Files.newInputStream(source));
        TarArchiveInputStream tar =
            new TarArchiveInputStream(new GzipCompressorInputStream(in), "UTF-8")) {
      for (TarArchiveEntry e = tar.getNextEntry(); e != null; e = tar.getNextEntry()) {
        if (!isFit(e.getName(), e.getSize())) {
          continue;
        }
        if (e.isSymbolicLink()) {
          links.put(e.getName(), e.getLinkName());
        } else if (e.isLink() || e.isCharacterDevice() || e.isBlockDevice() || e.isFIFO()) {
          problems.add(e.getName() + " is a link or a device");
        } else if (!e.isDirectory()) {
          write(e.getName(), tar, (e.getMode() & 0100) != 0);
        }
      }
    }
    finish(source);
  }

  private void unzip(Path source) throws IOException {
    try (ZipFile zip = ZipFile.builder().setPath(source).get()) {
      for (ZipArchiveEntry e : java.util.Collections.list(zip.getEntries())) {
        if (isFit(e.getName(), e.getSize()) && !e.isDirectory()) {
          try (InputStream in = zip.getInputStream(e)) {
            write(e.getName(), in, (e.getUnixMode() & 0100) != 0);
          }
        }
      }
    }
    finish(source);
  }

  private boolean isFit(String name, long size) {
    String leads = Paths.leadsOut(name);
    if (leads != null) {
      problems.add(name.replaceAll("\\p{Cntrl}", "?") + " " + leads);
    } else if (size > ArchiveBounds.SENSIBLE.entryBytes()
        || ++entries > ArchiveBounds.SENSIBLE.entries()) {
      problems.add(name + " is more than any runtime has");
    }
    return problems.isEmpty();
  }

  private void write(String name, InputStream in, boolean executable) throws IOException {
    Path target = folder.resolve(name);
    Files.createDirectories(target.getParent());
    Files.copy(in, target);
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
