package dev.girdle.java.library;

import dev.girdle.java.library.LibraryIndex.Entry;
import dev.girdle.place.WholeFile;
import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;

/**
 * The index on disk: compressed; a magic number, the repository's path, the number of libraries,
 * then of each its path, time, size and {@link ClassNames}. An index that is damaged, or of another
 * repository, counts as empty.
 */
final class IndexFile {
  private static final int MAGIC = 0x47524c32;

  private final Path file;
  private final String repository;

  IndexFile(Path file, Path repository) {
    this.file = file;
    this.repository = repository.toAbsolutePath().normalize().toString();
  }

  Map<String, Entry> read() {
    Map<String, Entry> entries = new TreeMap<>();
    if (!Files.isRegularFile(file)) {
      return entries;
    }
    try (DataInputStream in =
        new DataInputStream(
            new BufferedInputStream(new InflaterInputStream(Files.newInputStream(file))))) {
      if (in.readInt() != MAGIC || !in.readUTF().equals(repository)) {
        return entries;
      }
      int count = in.readInt();
      for (int i = 0; i < count; i++) {
        String path = in.readUTF();
        long time = in.readLong();
        long size = in.readLong();
        entries.put(path, new Entry(time, size, ClassNames.read(in)));
      }
      return entries;
    } catch (IOException e) {
      return new TreeMap<>();
    }
  }

  void write(Map<String, Entry> entries) {
    try {
      WholeFile.write(
          file,
          work -> {
            write(entries, work);
            return true;
          });
    } catch (IOException e) {
      return; // the next run makes the index again
    }
  }

  private void write(Map<String, Entry> entries, Path work) throws IOException {
    try (DataOutputStream out =
        new DataOutputStream(
            new BufferedOutputStream(new DeflaterOutputStream(Files.newOutputStream(work))))) {
      out.writeInt(MAGIC);
      out.writeUTF(repository);
      out.writeInt(entries.size());
      for (Map.Entry<String, Entry> e : entries.entrySet()) {
        out.writeUTF(e.getKey());
        out.writeLong(e.getValue().time());
        out.writeLong(e.getValue().size());
        e.getValue().classes().write(out);
      }
    }
  }
}
