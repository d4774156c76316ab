package dev.girdle.depot;

import dev.girdle.io.Sha256;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.FileEntry;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Folders as sealed ones are: with a record of what is in them. */
public final class SealedFolder {
  private SealedFolder() {}

  /**
   * Makes one. A file in {@code bin} may be executed; a text that starts with an arrow is where a
   * link leads.
   */
  public static Path make(Path folder, String name, String release, Map<String, byte[]> files)
      throws IOException {
    return make(folder, name, release, "linux-x64", files);
  }

  /** The same for a target. */
  public static Path make(
      Path folder, String name, String release, String target, Map<String, byte[]> files)
      throws IOException {
    List<FileEntry> entries = new ArrayList<>();
    for (String path : files.keySet().stream().sorted().toList()) {
      Path file = folder.resolve(path);
      Files.createDirectories(file.getParent());
      String text = new String(files.get(path), StandardCharsets.ISO_8859_1);
      if (text.startsWith("->")) {
        String leads = text.substring(2);
        Files.createSymbolicLink(file, Path.of(leads));
        byte[] bytes = leads.getBytes(StandardCharsets.UTF_8);
        entries.add(
            new FileEntry(path, bytes.length, Sha256.of(bytes), null, leads, null, "a link", null));
        continue;
      }
      Files.write(file, files.get(path));
      boolean isProgram = path.startsWith("bin/");
      Files.setPosixFilePermissions(
          file, PosixFilePermissions.fromString(isProgram ? "rwxr-xr-x" : "rw-r--r--"));
      entries.add(
          new FileEntry(
              path,
              files.get(path).length,
              Sha256.of(files.get(path)),
              isProgram ? Boolean.TRUE : null,
              null,
              "made for a test"));
    }
    Files.createDirectories(folder);
    Files.write(
        folder.resolve(RecordFile.IN_FOLDER),
        RecordFile.write(
            new ArtifactRecord(
                ArtifactRecord.FORMAT,
                "none",
                "1.0.0",
                name,
                release,
                "The " + name,
                null,
                null,
                "Apache-2.0",
                null,
                null,
                null,
                "folder",
                "bin/" + name,
                List.of(),
                "files",
                target,
                null,
                List.of(),
                entries,
                List.of(),
                List.of(),
                List.of())));
    return folder;
  }
}
