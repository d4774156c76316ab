package dev.girdle.depot.receive;

import dev.girdle.depot.pieces.PieceList;
import dev.girdle.fault.GirdleException;
import dev.girdle.place.WholeFile;
import dev.girdle.place.Windows;
import dev.girdle.record.ArtifactRecord;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Links to the starters of whichever release is current, in a folder of the user's path. What is
 * there and does not lead into the same place is left alone.
 */
final class Starters {
  private static final String BIN = "bin/";

  private final Path folder;
  private final Path current;

  Starters(Path folder, Path current) {
    this.folder = folder.toAbsolutePath().normalize();
    this.current = current.toAbsolutePath().normalize();
  }

  /** What is started, by its path in the artifact. */
  static List<String> paths(PieceList list) {
    return list.files().stream()
        .filter(f -> Boolean.TRUE.equals(f.executable()))
        .map(PieceList.File::path)
        .filter(p -> !list.isFolder() || isStarter(p))
        .filter(p -> !p.endsWith(".cmd"))
        .toList();
  }

  /** Those of this system; a folder can have starters for others as well. */
  private static boolean isStarter(String path) {
    return Windows.isHere()
        ? path.endsWith(".exe") && path.indexOf('/') < 0
        : path.startsWith(BIN) && path.indexOf('/', BIN.length()) < 0;
  }

  /** Refuses beforehand if something is in the way, or there is nothing to start. */
  void require(List<String> paths) {
    if (paths.isEmpty()) {
      throw GirdleException.request(
          "the artifact has no starter that could be linked to",
          "  Leave --link away, or receive it as a folder: --form folder");
    }
    for (String path : paths) {
      Path link = folder.resolve(name(path, Optional.empty()));
      if (Files.exists(link, LinkOption.NOFOLLOW_LINKS) && !isOurs(link)) {
        throw GirdleException.request(
            link + " is there and leads elsewhere",
            "  Remove it, or choose another folder for starters: --link DIR");
      }
    }
  }

  private boolean isOurs(Path link) {
    try {
      return Files.isSymbolicLink(link)
          && folder.resolve(Files.readSymbolicLink(link)).normalize().startsWith(current);
    } catch (IOException e) {
      return false;
    }
  }

  /** Makes the links. */
  List<Path> make(List<String> paths, Optional<ArtifactRecord> told) throws IOException {
    Files.createDirectories(folder);
    List<Path> made = new ArrayList<>();
    for (String path : paths) {
      Path link = folder.resolve(name(path, told));
      if (Files.exists(link, LinkOption.NOFOLLOW_LINKS) && !isOurs(link)) {
        throw new IOException(link + " is there and leads elsewhere");
      }
      WholeFile.write(
          link,
          work -> {
            Files.createSymbolicLink(work, current.resolve(path));
            return true;
          });
      made.add(link);
    }
    return made;
  }

  /** An executable is called without its release, which would be another the next time. */
  private static String name(String path, Optional<ArtifactRecord> told) {
    return path.startsWith(BIN)
        ? path.substring(BIN.length())
        : told.map(ArtifactRecord::name).orElse(path);
  }
}
