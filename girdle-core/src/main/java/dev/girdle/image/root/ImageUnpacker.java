package dev.girdle.image.root;

import dev.girdle.fault.GirdleException;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageLayout;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.LayerReader;
import dev.girdle.io.Paths;
import dev.girdle.place.Folders;
import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermission;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Lays the layers of an image one over the other into a folder (OCI Image Format Specification 1.1,
 * "Image Layer Filesystem Changeset"). Links of the image are followed as they would be if the
 * folder were the root of a system, so that nothing is ever written outside of it. Devices are
 * passed over.
 */
public final class ImageUnpacker {
  private static final String REMOVED = ".wh.";
  private static final String ALL_REMOVED = ".wh..wh..opq";
  private static final PosixFilePermission[] BITS = {
    PosixFilePermission.OTHERS_EXECUTE,
    PosixFilePermission.OTHERS_WRITE,
    PosixFilePermission.OTHERS_READ,
    PosixFilePermission.GROUP_EXECUTE,
    PosixFilePermission.GROUP_WRITE,
    PosixFilePermission.GROUP_READ,
    PosixFilePermission.OWNER_EXECUTE,
    PosixFilePermission.OWNER_WRITE,
    PosixFilePermission.OWNER_READ
  };

  private final Path folder;
  private final RootFolder root;
  private final boolean givesAway;

  private ImageUnpacker(Path folder, boolean givesAway) {
    this.folder = folder;
    this.root = new RootFolder(folder);
    this.givesAway = givesAway;
  }

  /**
   * Unpacks an image.
   *
   * @param layout where its layers are
   * @param manifest of the image
   * @param folder an empty folder
   * @param givesAway whether files are given to whom the image says, for which one has to be root
   * @throws GirdleException if a layer is damaged or hostile
   * @throws IOException if something cannot be written
   */
  public static void unpack(
      ImageLayout layout, ImageManifest manifest, Path folder, boolean givesAway)
      throws IOException {
    ImageUnpacker unpacker = new ImageUnpacker(folder.toRealPath(), givesAway);
    for (Descriptor layer : manifest.layers()) {
      LayerReader.read(
          layout.blob(layer),
          "the layer " + layer.digest(),
          entry -> {
            unpacker.put(entry);
            return true;
          });
    }
  }

  private void put(LayerReader.Entry entry) throws IOException {
    String name = Paths.fileName(entry.path());
    Path parent = parent(entry.path());
    Path place = parent.resolve(name);
    switch (entry.kind()) {
      case REMOVAL -> remove(parent, name);
      case FOLDER -> {
        if (!Files.isDirectory(place, LinkOption.NOFOLLOW_LINKS)) {
          if (Files.isSymbolicLink(place)) {
            return; // a folder that a lower layer has elsewhere
          }
          Folders.delete(place);
          Files.createDirectory(place);
        }
        settle(place, entry);
      }
      case FILE -> {
        Folders.delete(place);
        try (InputStream in = entry.content().open()) {
          Files.copy(in, place, StandardCopyOption.REPLACE_EXISTING);
        }
        settle(place, entry);
      }
      case LINK -> {
        Folders.delete(place);
        Files.createSymbolicLink(place, Path.of(entry.target()));
      }
      case HARD_LINK -> {
        Optional<Path> other = root.file("/" + entry.target());
        if (other.isPresent()) {
          Folders.delete(place);
          Files.createLink(place, other.get());
        }
      }
      case OTHER -> {
        return; // nothing that a program of a user may need to be there
      }
    }
  }

  /** The folder that an entry lies in, made where nothing names it. */
  private Path parent(String path) throws IOException {
    String above = Paths.folder(path);
    Path at = folder;
    for (String part : above.isEmpty() ? new String[0] : above.split("/")) {
      String here = root.pathOf(at) + "/" + part;
      Optional<Path> next = root.find(here).filter(f -> Files.isDirectory(f));
      if (next.isPresent()) {
        at = next.get();
      } else {
        at = at.resolve(part);
        Folders.delete(at);
        Files.createDirectory(at);
      }
    }
    return at;
  }

  private static void remove(Path parent, String name) throws IOException {
    if (name.equals(ALL_REMOVED)) {
      List<Path> all;
      try (Stream<Path> files = Files.list(parent)) {
        all = files.toList();
      }
      for (Path one : all) {
        Folders.delete(one);
      }
    } else {
      String gone = name.substring(REMOVED.length());
      if (!gone.isEmpty() && !gone.equals(".") && !gone.equals("..")) {
        Folders.delete(parent.resolve(gone));
      }
    }
  }

  private void settle(Path place, LayerReader.Entry entry) throws IOException {
    Set<PosixFilePermission> permissions = EnumSet.noneOf(PosixFilePermission.class);
    for (int i = 0; i < BITS.length; i++) {
      if ((entry.mode() >> i & 1) == 1) {
        permissions.add(BITS[i]);
      }
    }
    if (givesAway && entry.owner() != 0) {
      Files.setAttribute(place, "unix:uid", (int) entry.owner(), LinkOption.NOFOLLOW_LINKS);
    } else {
      permissions.add(PosixFilePermission.OWNER_WRITE); // so that the folder can be deleted again
    }
    Files.setPosixFilePermissions(place, permissions);
  }
}
