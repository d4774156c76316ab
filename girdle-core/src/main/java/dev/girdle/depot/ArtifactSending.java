package dev.girdle.depot;

import dev.girdle.artifact.Check;
import dev.girdle.artifact.Finding;
import dev.girdle.depot.pieces.CutArtifact;
import dev.girdle.depot.pieces.KnownPieces;
import dev.girdle.depot.pieces.PieceDocuments;
import dev.girdle.depot.pieces.PieceTable;
import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.Annotations;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.MediaTypes;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.place.Scratch;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.FileEntry;
import dev.girdle.record.RecordFile;
import dev.girdle.record.Sbom;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.stream.Collectors;

/**
 * Sends an artifact that is no image: what of it lies in packs that the depot has stays there, the
 * rest goes into one new pack.
 */
final class ArtifactSending {
  /** Beyond that, what is used of the smaller ones is sent anew in one. */
  private static final int MOST_PACKS = 16;

  private final Depot depot;
  private final Tally tally;
  private final Progress progress;
  private final List<Offer.Pack> packs = new ArrayList<>();
  private final List<PieceTable> tables = new ArrayList<>();

  ArtifactSending(Depot depot, Tally tally, Progress progress) {
    this.depot = depot;
    this.tally = tally;
    this.progress = progress;
  }

  /** Says what the depot has: pieces of it are not sent again. */
  void buildOn(Offer offer) throws IOException {
    for (Offer.Pack pack : offer.packs()) {
      boolean isNew =
          packs.stream().noneMatch(p -> p.bytes().digest().equals(pack.bytes().digest()));
      if (isNew && depot.has(pack.bytes()) && depot.has(pack.table())) {
        packs.add(pack);
        tables.add(depot.read(pack.table(), PieceTable.class));
      }
    }
  }

  /** The record of an artifact, without which it is none. */
  static RecordFile.Found told(Path artifact) {
    return RecordFile.find(artifact)
        .orElseThrow(
            () ->
                GirdleException.application(
                    artifact + " was not made by Girdle, or has lost its record",
                    "  Without the record nobody can tell what it is. Seal it again."));
  }

  Offer send(Path artifact) throws IOException {
    RecordFile.Found found = told(artifact);
    // beside the cutting: both read all of it
    CompletableFuture<List<Finding>> check =
        CompletableFuture.supplyAsync(() -> Check.contents(artifact, Progress.SILENT));
    ArtifactRecord told = found.content();
    byte[] bytes = RecordFile.write(told);
    Optional<String> theRecord =
        isSame(artifact, bytes) ? Optional.of(found.path()) : Optional.empty();
    Path pack = Scratch.path(".pack");
    try {
      CutArtifact cut = cut(artifact, told, theRecord, pack);
      Check.requireWhole(
          found(check),
          artifact + " is not as it was sealed, and is not delivered:",
          "  Seal it again.");
      Offer offer = send(cut, told, bytes, pack);
      attachComponents(artifact, offer);
      return offer;
    } finally {
      Files.deleteIfExists(pack);
    }
  }

  /** Whether the record that lies in a folder is the one that goes along beside it. */
  private static boolean isSame(Path artifact, byte[] bytes) throws IOException {
    Path file = artifact.resolve(RecordFile.IN_FOLDER);
    return Files.isRegularFile(file) && Arrays.equals(Files.readAllBytes(file), bytes);
  }

  private static List<Finding> found(CompletableFuture<List<Finding>> check) {
    try {
      return check.join();
    } catch (CompletionException e) {
      if (e.getCause() instanceof GirdleException known) {
        throw known;
      }
      throw e;
    }
  }

  private CutArtifact cut(Path artifact, ArtifactRecord told, Optional<String> theRecord, Path pack)
      throws IOException {
    Set<String> executables =
        told.files().stream()
            .filter(f -> Boolean.TRUE.equals(f.executable()))
            .map(FileEntry::path)
            .collect(Collectors.toSet());
    long total = told.files().stream().mapToLong(FileEntry::bytes).sum();
    CutArtifact cut = cut(artifact, executables, theRecord, pack, total);
    List<Integer> used =
        cut.usedBytes().keySet().stream()
            .filter(n -> n < packs.size())
            .sorted(Comparator.comparing(n -> -cut.usedBytes().get(n)))
            .toList();
    if (used.size() < MOST_PACKS) {
      return cut;
    }
    List<Integer> kept = used.subList(0, MOST_PACKS / 2);
    List<Offer.Pack> keptPacks = kept.stream().map(packs::get).toList();
    List<PieceTable> keptTables = kept.stream().map(tables::get).toList();
    packs.clear();
    packs.addAll(keptPacks);
    tables.clear();
    tables.addAll(keptTables);
    Files.delete(pack);
    return cut(artifact, executables, theRecord, pack, total);
  }

  private CutArtifact cut(
      Path artifact, Set<String> executables, Optional<String> theRecord, Path pack, long total)
      throws IOException {
    KnownPieces known = new KnownPieces();
    for (int i = 0; i < tables.size(); i++) {
      known.add(i, tables.get(i));
    }
    long[] done = new long[1];
    String what = "cutting " + artifact.getFileName();
    return CutArtifact.of(
        artifact,
        executables,
        theRecord,
        known,
        packs.size(),
        pack,
        bytes -> {
          done[0] += bytes;
          progress.at(what, done[0], Math.max(total, done[0]));
        });
  }

  private Offer send(CutArtifact cut, ArtifactRecord told, byte[] theRecord, Path newPack)
      throws IOException {
    if (cut.newBytes() > 0) {
      byte[] table = PieceDocuments.bytes(cut.table());
      Offer.Pack pack =
          new Offer.Pack(
              Descriptor.of(MediaTypes.PIECE_TABLE, table),
              Descriptor.of(MediaTypes.PIECE_PACK, "sha256:" + cut.sha256(), cut.newBytes()));
      tally.send(pack.bytes(), FolderTree.content(newPack));
      tally.send(pack.table(), Content.of(table));
      packs.add(pack);
      tables.add(cut.table());
    }
    Map<Integer, Integer> numbers = new HashMap<>();
    List<Descriptor> layers = new ArrayList<>();
    long bytes = 0;
    for (int i = 0; i < packs.size(); i++) {
      Long used = cut.usedBytes().get(i);
      if (used != null) {
        numbers.put(i, numbers.size());
        layers.add(packs.get(i).table());
        layers.add(packs.get(i).bytes());
        bytes += used;
      }
    }
    tally.had(bytes - cut.newBytes());
    layers.add(0, sent(MediaTypes.PIECE_LIST, PieceDocuments.bytes(cut.listWith(numbers))));
    Map<String, String> annotations = annotations(told);
    annotations.put(Annotations.BYTES, String.valueOf(bytes));
    Depot.Document manifest =
        Depot.Document.of(
            MediaTypes.MANIFEST,
            new ImageManifest(
                ImageManifest.SCHEMA,
                MediaTypes.MANIFEST,
                MediaTypes.ARTIFACT,
                sent(MediaTypes.PACKED_RECORD, PieceDocuments.packed(theRecord)),
                layers,
                null,
                annotations));
    depot.put(manifest, manifest.descriptor().digest());
    Map<String, String> kind = new TreeMap<>(annotations);
    kind.keySet().retainAll(Set.of(Annotations.FORM, Annotations.TARGET));
    return new Offer(
        manifest.descriptor().about(MediaTypes.ARTIFACT).annotated(kind),
        manifest.read(ImageManifest.class).orElseThrow());
  }

  private Descriptor sent(String type, byte[] bytes) throws IOException {
    Descriptor blob = Descriptor.of(type, bytes);
    tally.send(blob, Content.of(bytes));
    return blob;
  }

  /** What a record says of its artifact, by the standard keys where there are some. */
  static Map<String, String> annotations(ArtifactRecord told) {
    Map<String, String> all = new TreeMap<>();
    all.put(Annotations.TITLE, told.title() == null ? told.name() : told.title());
    all.put(Annotations.NAME, told.name());
    put(all, Annotations.VERSION, told.release());
    put(all, Annotations.VENDOR, told.vendor());
    put(all, Annotations.LICENCES, told.licence());
    put(all, Annotations.DESCRIPTION, told.description());
    put(all, Annotations.URL, told.homepage());
    put(all, Annotations.TARGET, told.target());
    all.put(Annotations.FORM, told.form());
    return all;
  }

  private static void put(Map<String, String> all, String key, String value) {
    if (value != null) {
      all.put(key, value);
    }
  }

  private void attachComponents(Path artifact, Offer offer) throws IOException {
    byte[] components = Sbom.in(artifact).orElse(null);
    if (components != null) {
      sent(MediaTypes.SBOM, components);
      Attachment.put(depot, offer.where(), MediaTypes.SBOM, MediaTypes.SBOM, components, null);
    }
  }
}
