package dev.girdle.depot.standin;

import dev.girdle.image.Descriptor;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Sha256;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * What a depot keeps, in a folder: bytes by digest, and for each name its manifests and releases.
 */
final class Store {
  private static final Pattern DIGEST = Pattern.compile("sha256:[0-9a-f]{64}");
  private static final Pattern TAG = Pattern.compile("[a-zA-Z0-9_][a-zA-Z0-9._-]{0,127}");
  private static final Pattern ID = Pattern.compile("[0-9a-f-]{36}");

  private final Path folder;

  Store(Path folder) throws IOException {
    this.folder = folder;
    Files.createDirectories(folder.resolve("blobs"));
    Files.createDirectories(folder.resolve("uploads"));
    Files.createDirectories(folder.resolve("names"));
  }

  static boolean isDigest(String text) {
    return DIGEST.matcher(text).matches();
  }

  Optional<Path> blob(String digest) {
    return isDigest(digest)
        ? Optional.of(folder.resolve("blobs").resolve(digest.substring(7))).filter(Files::exists)
        : Optional.empty();
  }

  String begin() throws IOException {
    String id = UUID.randomUUID().toString();
    Files.createFile(folder.resolve("uploads").resolve(id));
    return id;
  }

  Optional<Path> upload(String id) {
    return ID.matcher(id).matches()
        ? Optional.of(folder.resolve("uploads").resolve(id)).filter(Files::exists)
        : Optional.empty();
  }

  static void append(Path upload, InputStream in) throws IOException {
    try (OutputStream out = Files.newOutputStream(upload, StandardOpenOption.APPEND)) {
      in.transferTo(out);
    }
  }

  /** Whether what was sent is what it was said to be; if so, it is kept. */
  boolean finish(Path upload, String digest) throws IOException {
    if (!isDigest(digest) || !digest.equals("sha256:" + Sha256.of(FolderTree.content(upload)))) {
      return false;
    }
    Files.move(
        upload,
        folder.resolve("blobs").resolve(digest.substring(7)),
        StandardCopyOption.REPLACE_EXISTING);
    return true;
  }

  /** A manifest, kept with what it is, since the same bytes may be called otherwise elsewhere. */
  record Kept(String mediaType, byte[] bytes, String digest) {}

  /** Keeps a manifest; empty if it is not what its reference says. */
  Optional<Kept> put(String name, String reference, String mediaType, byte[] bytes)
      throws IOException {
    String digest = Descriptor.digest(bytes);
    boolean fits =
        isDigest(reference) ? reference.equals(digest) : TAG.matcher(reference).matches();
    if (!fits) {
      return Optional.empty();
    }
    Path manifests = Files.createDirectories(place(name).resolve("_manifests"));
    write(manifests.resolve(digest.substring(7)), (mediaType + "\n").getBytes(), bytes);
    if (!isDigest(reference)) {
      Path tags = Files.createDirectories(place(name).resolve("_releases"));
      write(tags.resolve(reference), digest.getBytes());
    }
    return Optional.of(new Kept(mediaType, bytes, digest));
  }

  private void write(Path place, byte[]... parts) throws IOException {
    Path work = Files.createTempFile(folder.resolve("uploads"), "m", ".tmp");
    try (OutputStream out = Files.newOutputStream(work)) {
      for (byte[] part : parts) {
        out.write(part);
      }
    }
    Files.move(work, place, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
  }

  Optional<Kept> manifest(String name, String reference) throws IOException {
    String digest = reference;
    if (!isDigest(reference)) {
      Path tag = place(name).resolve("_releases").resolve(reference);
      if (!TAG.matcher(reference).matches() || !Files.exists(tag)) {
        return Optional.empty();
      }
      digest = Files.readString(tag);
    }
    Path place = place(name).resolve("_manifests").resolve(digest.substring(7));
    return Files.exists(place) ? Optional.of(kept(place)) : Optional.empty();
  }

  private static Kept kept(Path place) throws IOException {
    byte[] all = Files.readAllBytes(place);
    int end = 0;
    while (all[end] != '\n') {
      end++;
    }
    return new Kept(
        new String(all, 0, end),
        java.util.Arrays.copyOfRange(all, end + 1, all.length),
        "sha256:" + place.getFileName());
  }

  List<Kept> manifests(String name) throws IOException {
    List<Kept> all = new ArrayList<>();
    for (Path one : listed(place(name).resolve("_manifests"))) {
      all.add(kept(one));
    }
    return all;
  }

  List<String> releases(String name) throws IOException {
    return listed(place(name).resolve("_releases")).stream()
        .map(p -> p.getFileName().toString())
        .toList();
  }

  List<String> names() throws IOException {
    Path top = folder.resolve("names");
    try (Stream<Path> all = Files.walk(top)) {
      return all.filter(p -> p.endsWith("_manifests"))
          .map(p -> top.relativize(p.getParent()).toString())
          .sorted()
          .toList();
    }
  }

  boolean knows(String name) {
    return Files.isDirectory(place(name));
  }

  private static List<Path> listed(Path place) throws IOException {
    if (!Files.isDirectory(place)) {
      return List.of();
    }
    try (Stream<Path> all = Files.list(place)) {
      return all.sorted().toList();
    }
  }

  private Path place(String name) {
    return folder.resolve("names").resolve(name);
  }
}
