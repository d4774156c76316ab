package dev.girdle.java.memory;

import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Sha256;
import dev.girdle.place.WholeFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * The digests of files that were read before, by what the system says of a file: where it lies, its
 * size, which file it is, and when it and what is said of it was last changed. A file that was
 * changed just now is read, since it can be changed again without its times telling.
 */
final class Digests {
  private static final Duration JUST_NOW = Duration.ofSeconds(3);
  private static final String WHAT = "digests of files";
  private static final int MOST = 20_000;

  private final Path file;
  private final Mark mark;
  private Map<String, String> known;
  private boolean changed;

  Digests(Path file, Mark mark) {
    this.file = file;
    this.mark = mark;
  }

  /** What was found out before, read when it is first asked for; the latest asked for is last. */
  private Map<String, String> known() {
    if (known == null) {
      known = new LinkedHashMap<>(16, 0.75f, true);
      try {
        if (Files.isRegularFile(file)) {
          mark.unmark(Files.readAllBytes(file), WHAT).ifPresent(this::take);
        }
      } catch (IOException | IndexOutOfBoundsException e) {
        known.clear();
      }
    }
    return known;
  }

  private void take(byte[] bytes) {
    new String(bytes, StandardCharsets.UTF_8)
        .lines()
        .forEach(l -> known.put(l.substring(65), l.substring(0, 64)));
  }

  /** The SHA-256 of contents, in hexadecimal digits. */
  String of(Content content) throws IOException {
    Optional<Path> path = FolderTree.fileOf(content);
    String state = path.isEmpty() ? "" : state(path.get());
    if (state.isEmpty()) {
      return Sha256.of(content);
    }
    synchronized (this) {
      String digest = known().get(state);
      if (digest != null) {
        return digest;
      }
    }
    String digest = Sha256.of(content);
    synchronized (this) {
      known().put(state, digest);
      changed = true;
    }
    return digest;
  }

  /** Everything that differs if a file does; empty if that cannot be told. */
  private static String state(Path path) throws IOException {
    Path real = path.toRealPath();
    if (!Files.getFileStore(real).supportsFileAttributeView("unix")
        && !real.getFileSystem().supportedFileAttributeViews().contains("unix")) {
      return "";
    }
    Map<String, Object> all =
        Files.readAttributes(
            real, "unix:size,lastModifiedTime,ctime,ino,dev", LinkOption.NOFOLLOW_LINKS);
    FileTime changed = (FileTime) all.get("ctime");
    boolean isFresh = changed.toInstant().plus(JUST_NOW).isAfter(Instant.now());
    boolean isPlain = real.toString().indexOf('\n') < 0;
    return isFresh || !isPlain
        ? ""
        : String.join(
            " ",
            String.valueOf(all.get("size")),
            String.valueOf(((FileTime) all.get("lastModifiedTime")).toInstant()),
            String.valueOf(changed.toInstant()),
            String.valueOf(all.get("ino")),
            String.valueOf(all.get("dev")),
            real.toString());
  }

  /** Writes what was found out, the latest last. */
  synchronized void keep() throws IOException {
    if (!changed) {
      return;
    }
    StringBuilder text = new StringBuilder();
    known.entrySet().stream()
        .skip(Math.max(0, known.size() - MOST))
        .forEach(e -> text.append(e.getValue()).append(' ').append(e.getKey()).append('\n'));
    WholeFile.write(file, mark.mark(text.toString().getBytes(StandardCharsets.UTF_8), WHAT));
    changed = false;
  }
}
