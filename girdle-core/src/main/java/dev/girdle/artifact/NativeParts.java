package dev.girdle.artifact;

import dev.girdle.binary.LibcNeed;
import dev.girdle.binary.NativeCode;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.Sha256;
import dev.girdle.io.TreeFile;
import dev.girdle.io.ZipTree;
import dev.girdle.place.Scratch;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.SequenceInputStream;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The native code in an artifact, also inside the jars of it. */
final class NativeParts {
  private static final Set<String> ARCHIVES = Set.of("jar", "war", "zip");

  private final Map<String, NativeCode> codes = new LinkedHashMap<>();
  private final Map<String, LibcNeed> needs = new LinkedHashMap<>();

  /** For each file of native code, what it is for. */
  Map<String, NativeCode> codes() {
    return codes;
  }

  /** For each file that asks for a release of the C library, which. */
  Map<String, LibcNeed> needs() {
    return needs;
  }

  /** Reads a file once, and tells its digest. */
  String look(String path, Content content) throws IOException {
    boolean isArchive = ARCHIVES.contains(path.substring(path.lastIndexOf('.') + 1));
    try (InputStream in = content.open()) {
      byte[] head = in.readNBytes(NativeCode.HEAD);
      Optional<NativeCode> code = NativeCode.of(head);
      InputStream all = new SequenceInputStream(new java.io.ByteArrayInputStream(head), in);
      if (code.isEmpty() && !isArchive) {
        return Sha256.copy(all, OutputStream.nullOutputStream());
      }
      return aside(
          all,
          file -> {
            if (code.isPresent()) {
              take(path, code.get(), file);
            } else {
              lookInside(path, file);
            }
          });
    }
  }

  private interface Use {
    void of(Path file) throws IOException;
  }

  /** What has to be read to and fro is laid out in a file for the moment. */
  private static String aside(InputStream in, Use use) throws IOException {
    Path file = Scratch.path("");
    try {
      String digest;
      try (OutputStream out = Files.newOutputStream(file)) {
        digest = Sha256.copy(in, out);
      }
      use.of(file);
      return digest;
    } finally {
      Files.deleteIfExists(file);
    }
  }

  private void take(String path, NativeCode code, Path file) throws IOException {
    codes.put(path, code);
    try (SeekableByteChannel channel = Files.newByteChannel(file)) {
      LibcNeed.of(channel).ifPresent(n -> needs.put(path, n));
    }
  }

  private void lookInside(String path, Path file) throws IOException {
    try (ZipTree tree = ZipTree.open(FolderTree.content(file), path)) {
      for (TreeFile inner : tree.files()) {
        if (!NativeCode.mayBeCalled(Paths.fileName(inner.path()))) {
          continue;
        }
        Optional<NativeCode> code = NativeCode.of(inner.content());
        if (code.isPresent()) {
          try (InputStream in = inner.content().open()) {
            aside(in, f -> take(path + "!/" + inner.path(), code.get(), f));
          }
        }
      }
    } catch (GirdleException e) {
      return; // named like an archive and is none: its digest tells what there is to tell
    }
  }
}
