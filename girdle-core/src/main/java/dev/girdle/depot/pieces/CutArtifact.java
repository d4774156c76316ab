package dev.girdle.depot.pieces;

import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.TreeFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.LongConsumer;

/**
 * An artifact in pieces: those that lie in packs already are told, all others are written into a
 * new pack.
 *
 * @param list of which pieces it is put together; the new pack is the last one, after all that were
 *     given
 * @param table what lies in the new pack; of no pieces if there is nothing new
 * @param newBytes how large the new pack is
 * @param sha256 the digest of the new pack, in hexadecimal
 * @param usedBytes how many bytes of each pack are used, by its number; of the new one, too
 */
public record CutArtifact(
    PieceList list, PieceTable table, long newBytes, String sha256, Map<Integer, Long> usedBytes) {
  /** Copies the map. */
  public CutArtifact {
    usedBytes = Map.copyOf(usedBytes);
  }

  /** One file with its runs, as they grow. */
  private record Growing(
      String path, Content content, boolean executable, List<PieceList.Run> runs) {
    void add(int pack, int index) {
      PieceList.Run last = runs.isEmpty() ? null : runs.get(runs.size() - 1);
      if (last != null && last.pack() == pack && last.first() + last.count() == index) {
        runs.set(runs.size() - 1, new PieceList.Run(pack, last.first(), last.count() + 1));
      } else {
        runs.add(new PieceList.Run(pack, index, 1));
      }
    }

    PieceList.File file() {
      return new PieceList.File(path, executable ? Boolean.TRUE : null, content.size(), null, runs);
    }
  }

  /**
   * Cuts an artifact.
   *
   * @param artifact a folder or a file
   * @param executables the files of a folder that may be executed, by path
   * @param theRecord the file of a folder that need not be cut, since its bytes travel otherwise
   * @param known what lies in packs already
   * @param packs how many packs that are
   * @param pack where the new pack is written; must not exist
   * @param progress is told how many bytes more are cut
   * @return the pieces
   * @throws IOException if the artifact cannot be read, or the pack not be written
   */
  public static CutArtifact of(
      Path artifact,
      Set<String> executables,
      Optional<String> theRecord,
      KnownPieces known,
      int packs,
      Path pack,
      LongConsumer progress)
      throws IOException {
    List<Growing> files = new ArrayList<>();
    Map<String, String> links = new TreeMap<>();
    if (Files.isDirectory(artifact)) {
      try (FolderTree tree = FolderTree.withLinks(artifact)) {
        links.putAll(tree.links());
        for (TreeFile file : tree.files()) {
          if (!links.containsKey(file.path())) {
            files.add(growing(file.path(), file.content(), executables.contains(file.path())));
          }
        }
      }
    } else {
      files.add(
          growing(
              artifact.getFileName().toString(),
              FolderTree.content(artifact),
              Files.isExecutable(artifact)));
    }
    Map<String, Integer> fresh = new ConcurrentHashMap<>();
    Map<Integer, Long> used = new HashMap<>();
    Set<String> counted = new HashSet<>();
    try (PackWriter writer = new PackWriter(pack);
        ParallelCutter cutter =
            new ParallelCutter(
                digest -> known.find(digest).isPresent() || fresh.containsKey(digest),
                (file, piece) -> {
                  progress.accept(piece.bytes());
                  KnownPieces.Place place = known.find(piece.sha256()).orElse(null);
                  int in = place == null ? packs : place.pack();
                  boolean isNew = place == null && !fresh.containsKey(piece.sha256());
                  if (isNew) {
                    fresh.put(piece.sha256(), writer.add(piece));
                  }
                  if (counted.add(piece.sha256())) {
                    int bytes = place == null ? piece.packed().length : place.packed();
                    used.merge(in, (long) bytes, Long::sum);
                  }
                  files
                      .get(file)
                      .add(in, place == null ? fresh.get(piece.sha256()) : place.index());
                })) {
      for (int i = 0; i < files.size(); i++) {
        if (!isRecord(files.get(i), theRecord)) {
          cutter.cut(i, files.get(i).content(), !Files.isDirectory(artifact));
        }
      }
      cutter.finish();
      PieceList list =
          new PieceList(
              PieceDocuments.FORMAT,
              Files.isDirectory(artifact),
              files.stream()
                  .map(f -> isRecord(f, theRecord) ? f.file().asRecord() : f.file())
                  .toList(),
              links);
      return new CutArtifact(
          list, PieceTable.of(writer.pieces()), writer.bytes(), writer.sha256(), used);
    }
  }

  private static boolean isRecord(Growing file, Optional<String> theRecord) {
    return theRecord.filter(file.path()::equals).isPresent();
  }

  private static Growing growing(String path, Content content, boolean executable) {
    return new Growing(path, content, executable, new ArrayList<>());
  }

  /**
   * The same with other numbers of packs.
   *
   * @param numbers the new number of each pack that is used, by the old one
   * @return a new list
   */
  public PieceList listWith(Map<Integer, Integer> numbers) {
    List<PieceList.File> files = new ArrayList<>();
    for (PieceList.File file : list.files()) {
      List<PieceList.Run> runs =
          file.runs().stream()
              .map(r -> new PieceList.Run(numbers.get(r.pack()), r.first(), r.count()))
              .toList();
      files.add(
          new PieceList.File(file.path(), file.executable(), file.bytes(), file.isRecord(), runs));
    }
    return new PieceList(list.format(), list.isFolder(), files, list.links());
  }
}
