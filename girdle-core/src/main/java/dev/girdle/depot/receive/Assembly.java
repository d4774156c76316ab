package dev.girdle.depot.receive;

import dev.girdle.depot.Depot;
import dev.girdle.depot.Offer;
import dev.girdle.depot.pieces.Piece;
import dev.girdle.depot.pieces.PieceList;
import dev.girdle.fault.GirdleException;
import dev.girdle.form.Permissions;
import dev.girdle.io.Links;
import dev.girdle.io.Paths;
import dev.girdle.io.SourceDate;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;

/** Puts an artifact together from pieces that this machine has, and from those that it fetches. */
final class Assembly implements AutoCloseable {
  private final PieceList list;
  private final Pieces pieces;
  private final Path place;
  private final List<Map<Integer, List<Target>>> wanted = new ArrayList<>();
  private Path openFile;
  private FileChannel open;
  private long heldBytes;

  /** Where a piece goes. */
  private record Target(Path file, long from) {}

  Assembly(PieceList list, Pieces pieces, int packs, Path place) {
    this.list = list;
    this.pieces = pieces;
    this.place = place;
    for (int i = 0; i < packs; i++) {
      wanted.add(new HashMap<>());
    }
    requireHarmless(list, pieces);
  }

  /** Refuses a list that would write elsewhere, or that cannot be meant well. */
  static void requireHarmless(PieceList list, Pieces pieces) {
    Set<String> paths = new HashSet<>();
    for (PieceList.File file : list.files()) {
      require(file.path(), Paths.leadsOut(file.path()));
      require(file.path(), paths.add(file.path()) ? null : "is there twice");
      require(file.path(), pieces.fits(file) ? null : "is put together of what is not there");
    }
    Map<String, String> links = list.links() == null ? Map.of() : list.links();
    links.keySet().forEach(path -> require(path, Paths.leadsOut(path)));
    Links.wrong(links, paths).forEach(Assembly::require);
    for (String path : paths) {
      for (int slash = path.indexOf('/'); slash >= 0; slash = path.indexOf('/', slash + 1)) {
        String folder = path.substring(0, slash);
        require(path, links.containsKey(folder) ? "lies behind a link" : null);
      }
      require(path, links.containsKey(path) ? "is a link, too" : null);
    }
  }

  private static void require(String path, String problem) {
    if (problem != null) {
      throw GirdleException.application(
          "what the depot sends cannot be meant well: " + Paths.printable(path) + " " + problem,
          "  Nothing was made of it.");
    }
  }

  /** Makes the files, and puts in what is held, and the record. */
  void begin(Held held, byte[] theRecord, LongConsumer progress) throws IOException {
    Files.createDirectories(place);
    for (PieceList.File file : list.files()) {
      Path path = place.resolve(file.path());
      Files.createDirectories(path.getParent());
      Files.createFile(path);
      if (Boolean.TRUE.equals(file.isRecord())) {
        write(new Target(path, 0), theRecord);
        continue;
      }
      long[] at = new long[1];
      List<IOException> failed = new ArrayList<>();
      pieces.each(
          file,
          (pack, index, piece) -> {
            try {
              if (failed.isEmpty()) {
                put(held, pack, index, piece, new Target(path, at[0]), progress);
              }
            } catch (IOException e) {
              failed.add(e);
            }
            at[0] += piece.bytes();
          });
      if (!failed.isEmpty()) {
        throw failed.get(0);
      }
    }
  }

  private void put(
      Held held, int pack, int index, Piece piece, Target target, LongConsumer progress)
      throws IOException {
    Optional<byte[]> bytes = held.bytes(piece);
    if (bytes.isPresent()) {
      write(target, bytes.get());
      heldBytes += bytes.get().length;
      progress.accept(bytes.get().length);
    } else {
      wanted.get(pack).computeIfAbsent(index, i -> new ArrayList<>()).add(target);
    }
  }

  private void write(Target target, byte[] bytes) throws IOException {
    if (!target.file().equals(openFile)) {
      close();
      open = FileChannel.open(target.file(), StandardOpenOption.WRITE);
      openFile = target.file();
    }
    ByteBuffer buffer = ByteBuffer.wrap(bytes);
    long at = target.from();
    while (buffer.hasRemaining()) {
      at += open.write(buffer, at);
    }
  }

  /** How many bytes need not be fetched. */
  long heldBytes() {
    return heldBytes;
  }

  /** Fetches the rest. */
  void fetch(Depot depot, List<Offer.Pack> packs, LongConsumer progress) throws IOException {
    for (int i = 0; i < packs.size(); i++) {
      Map<Integer, List<Target>> targets = wanted.get(i);
      BitSet indexes = new BitSet();
      targets.keySet().forEach(indexes::set);
      if (!targets.isEmpty()) {
        new Fetching(depot, packs.get(i), i, pieces)
            .fetch(
                indexes,
                (index, bytes) -> {
                  for (Target target : targets.get(index)) {
                    write(target, bytes);
                    progress.accept(bytes.length);
                  }
                });
      }
    }
    close();
  }

  /** Permissions, links and times. */
  void finish() throws IOException {
    for (PieceList.File file : list.files()) {
      Path path = place.resolve(file.path());
      if (Boolean.TRUE.equals(file.executable())) {
        Permissions.executable(path);
      } else {
        Permissions.plain(path);
      }
    }
    if (list.links() != null) {
      for (Map.Entry<String, String> link : list.links().entrySet()) {
        Path path = place.resolve(link.getKey());
        Files.createDirectories(path.getParent());
        Files.createSymbolicLink(path, Path.of(link.getValue()));
      }
    }
    Permissions.settle(place, SourceDate.of(null));
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
