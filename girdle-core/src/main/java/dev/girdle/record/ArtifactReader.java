package dev.girdle.record;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.form.ExecutableForm;
import dev.girdle.image.ImageLayout;
import dev.girdle.io.Compression;
import dev.girdle.io.Content;
import dev.girdle.io.FileTree;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Links;
import dev.girdle.io.Paths;
import dev.girdle.io.TarReader;
import dev.girdle.io.TextArchive;
import dev.girdle.io.TreeFile;
import dev.girdle.io.ZipTree;
import dev.girdle.layout.TextFrame;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Reads the files of an artifact of any form one after the other, in the order in which they lie
 * there; nothing is unpacked to disk.
 */
public final class ArtifactReader {
  private static final int HEAD = 2000;

  private ArtifactReader() {}

  /** Gets the files. */
  public interface Visitor {
    /**
     * One file.
     *
     * @param path its path in the artifact, with slashes
     * @param content its bytes, which need not be read, and can be read only once and only now
     * @return whether to go on
     * @throws IOException if it cannot be read
     */
    boolean file(String path, Content content) throws IOException;

    /**
     * One symbolic link, which stays inside the artifact.
     *
     * @param path its path in the artifact, with slashes
     * @param target where it leads, relative to its folder
     * @return whether to go on
     * @throws IOException if it cannot be made
     */
    default boolean link(String path, String target) throws IOException {
      return true;
    }
  }

  /**
   * Whether a file may be an artifact, by its first bytes and its end: programs in languages whose
   * texts run as they are, are none.
   *
   * @param artifact anything that is there
   * @return true for folders, and for archives that are damaged
   * @throws IOException if it cannot be read
   */
  public static boolean mayBeOne(Path artifact) throws IOException {
    if (Files.isDirectory(artifact)
        || payload(artifact) >= 0
        || TextArchive.in(artifact, TextFrame.MARK).isPresent()
        || ImageLayout.open(artifact).isPresent()) {
      return true;
    }
    return ZipTree.mayBeOne(artifact);
  }

  /**
   * Reads an artifact.
   *
   * @param artifact a folder, a zip archive, a tar archive that is compressed as a whole, or an
   *     image layout, of whose first image the layers count that Girdle made
   * @param visitor gets its files
   * @throws GirdleException if it is neither, or damaged, or hostile
   * @throws IOException if it cannot be read
   */
  public static void read(Path artifact, Visitor visitor) throws IOException {
    Optional<ImageLayout> image = ImageLayout.open(artifact);
    if (image.isPresent()) {
      try (ImageLayout layout = image.get()) {
        OwnLayers.read(layout, artifact.toString(), visitor);
      }
    } else if (Files.isDirectory(artifact)) {
      try (FolderTree tree = FolderTree.withLinks(artifact)) {
        visit(tree, artifact, visitor);
      }
    } else if (payload(artifact) >= 0) {
      try (InputStream in = new BufferedInputStream(Files.newInputStream(artifact))) {
        in.skipNBytes(payload(artifact));
        TarReader.read(in, artifact.toString(), new OfTar(visitor));
      }
    } else {
      Optional<TextArchive> text = TextArchive.in(artifact, TextFrame.MARK);
      Content archive = text.isPresent() ? text.get() : FolderTree.content(artifact);
      try (ZipTree tree = ZipTree.open(archive, artifact.toString())) {
        visit(tree, artifact, visitor);
      }
    }
  }

  /**
   * Reads one small file of an artifact, by its name, wherever it lies.
   *
   * @param artifact as above
   * @param names what it can be called, without folders
   * @param largest the most bytes that it can have if it was meant well
   * @return the first that is found; empty if there is none
   * @throws IOException if it cannot be read, or is larger
   */
  static Optional<byte[]> fileCalled(Path artifact, Set<String> names, int largest)
      throws IOException {
    byte[][] found = new byte[1][];
    read(
        artifact,
        (path, content) -> {
          if (names.contains(Paths.fileName(path))) {
            found[0] = content.bytes(largest);
          }
          return found[0] == null;
        });
    return Optional.ofNullable(found[0]);
  }

  private record OfTar(Visitor visitor) implements TarReader.Visitor {
    @Override
    public boolean file(String path, Content content) throws IOException {
      return visitor.file(path, content);
    }

    @Override
    public boolean link(String path, String target) throws IOException {
      return visitor.link(path, target);
    }
  }

  private static void visit(FileTree tree, Path artifact, Visitor visitor) throws IOException {
    Map<String, String> links = tree.links();
    for (TreeFile file : tree.files()) {
      if (!links.containsKey(file.path()) && !visitor.file(file.path(), file.content())) {
        return;
      }
    }
    for (Map.Entry<String, String> link : links.entrySet()) {
      if (Links.target(link.getKey(), link.getValue()).isEmpty()) {
        throw GirdleException.application(
            artifact + ": the link " + Paths.printable(link.getKey()) + " leads out.",
            "  Nothing was made of it.");
      }
      if (!visitor.link(link.getKey(), link.getValue())) {
        return;
      }
    }
  }

  /** Where a compressed tar archive starts: at once, or behind a head. */
  private static long payload(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      byte[] head = in.readNBytes(HEAD);
      if (Compression.isOne(head)) {
        return 0;
      }
      String text = new String(head, StandardCharsets.ISO_8859_1);
      int mark = text.startsWith("#!/bin/sh\n") ? text.indexOf("\n" + ExecutableForm.MARK) : -1;
      return mark < 0
          ? -1
          : Long.parseLong(text.substring(mark + 1 + ExecutableForm.MARK.length()).split(" ")[0]);
    } catch (NumberFormatException e) {
      return -1;
    } catch (IOException e) {
      throw new GirdleException(Fault.MACHINE, e, "cannot read " + file + ": " + e.getMessage());
    }
  }
}
