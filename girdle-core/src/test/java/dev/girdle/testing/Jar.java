package dev.girdle.testing;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Makes jars with the JDK's own zip writer, independent of Girdle's. */
public final class Jar {
  private final Map<String, byte[]> entries = new LinkedHashMap<>();
  private boolean stored;

  /** Adds an entry. */
  public Jar with(String path, byte[] bytes) {
    entries.put(path, bytes);
    return this;
  }

  /** Adds a text. */
  public Jar with(String path, String text) {
    return with(path, text.getBytes(StandardCharsets.UTF_8));
  }

  /** Adds a manifest; lines as {@code Name: value}. */
  public Jar manifest(String... lines) {
    return with(
        "META-INF/MANIFEST.MF", "Manifest-Version: 1.0\n" + String.join("\n", lines) + "\n\n");
  }

  /** Adds all files of a folder under a prefix. */
  public Jar folder(Path folder, String prefix) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      files
          .filter(Files::isRegularFile)
          .sorted()
          .forEach(
              f -> {
                try {
                  with(prefix + folder.relativize(f), Files.readAllBytes(f));
                } catch (IOException e) {
                  throw new UncheckedIOException(e);
                }
              });
    }
    return this;
  }

  /** Adds all files of a folder. */
  public Jar folder(Path folder) throws IOException {
    return folder(folder, "");
  }

  /** Entries are not compressed. */
  public Jar stored() {
    stored = true;
    return this;
  }

  /** Writes the jar. */
  public Path write(Path file) throws IOException {
    Files.createDirectories(file.toAbsolutePath().getParent());
    try (OutputStream out = Files.newOutputStream(file);
        ZipOutputStream zip = new ZipOutputStream(out)) {
      for (Map.Entry<String, byte[]> e : entries.entrySet()) {
        ZipEntry entry = new ZipEntry(e.getKey());
        if (stored) {
          CRC32 crc = new CRC32();
          crc.update(e.getValue());
          entry.setMethod(ZipEntry.STORED);
          entry.setCrc(crc.getValue());
          entry.setSize(e.getValue().length);
        }
        zip.putNextEntry(entry);
        zip.write(e.getValue());
        zip.closeEntry();
      }
    }
    return file;
  }
}
