package dev.girdle.depot.receive;

import dev.girdle.depot.pieces.Piece;
import dev.girdle.depot.pieces.PieceList;
import dev.girdle.image.Descriptor;
import dev.girdle.io.Sha256;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Pieces that this machine has, in releases that it received earlier. */
final class Held implements AutoCloseable {
  private final Map<String, Place> places = new HashMap<>();
  private final Set<String> parts = new HashSet<>();
  private Path openFile;
  private FileChannel open;

  private record Place(Path file, long from, int bytes) {}

  /** What the releases that lie in a folder are put together of, the newest first. */
  static Held in(Path folder, Received received) {
    Held held = new Held();
    List<Received.Placed> placed = new ArrayList<>(received.placed());
    Collections.reverse(placed);
    for (Received.Placed one : placed) {
      Path release = folder.resolve(one.release());
      Optional<Parts.Known> known =
          Files.isDirectory(release)
              ? Parts.kept(ReceivingFolder.parts(folder), one.manifest())
              : Optional.empty();
      if (known.isPresent()) {
        held.add(release, known.get().list(), known.get().pieces());
        known.get().parts().forEach(p -> held.parts.add(p.digest()));
      }
    }
    return held;
  }

  /** Whether a document that tells of these releases is here. */
  boolean knows(Descriptor part) {
    return parts.contains(part.digest());
  }

  private void add(Path release, PieceList list, Pieces pieces) {
    for (PieceList.File file : list.files()) {
      Path path = release.resolve(file.path());
      long[] at = new long[1];
      pieces.each(
          file,
          (pack, index, piece) -> {
            places.putIfAbsent(piece.sha256(), new Place(path, at[0], piece.bytes()));
            at[0] += piece.bytes();
          });
    }
  }

  boolean has(Piece piece) {
    return places.containsKey(piece.sha256());
  }

  /** The bytes of a piece; empty if they are not there any more, or altered. */
  Optional<byte[]> bytes(Piece piece) {
    Place place = places.get(piece.sha256());
    if (place == null || place.bytes() != piece.bytes()) {
      return Optional.empty();
    }
    try {
      byte[] bytes = read(place);
      return Sha256.of(bytes).equals(piece.sha256()) ? Optional.of(bytes) : Optional.empty();
    } catch (IOException e) {
      return Optional.empty(); // then it is fetched
    }
  }

  private byte[] read(Place place) throws IOException {
    if (!place.file().equals(openFile)) {
      close();
      if (!Files.isRegularFile(place.file(), LinkOption.NOFOLLOW_LINKS)) {
        throw new IOException(place.file() + " is no file any more");
      }
      open = FileChannel.open(place.file());
      openFile = place.file();
    }
    ByteBuffer buffer = ByteBuffer.allocate(place.bytes());
    long at = place.from();
    while (buffer.hasRemaining()) {
      int n = open.read(buffer, at);
      if (n < 0) {
        throw new IOException(place.file() + " is shorter than it was");
      }
      at += n;
    }
    return buffer.array();
  }

  @Override
  public void close() throws IOException {
    openFile = null;
    if (open != null) {
      open.close();
      open = null;
    }
  }
}
